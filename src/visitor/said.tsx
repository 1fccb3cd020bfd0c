import { usesIn } from '@/core/answers/wording_uses'
import type { SaidAttribute } from './said_attributes'

/** Writes a wording for what is known of the visitor. */
export type Say = (wording: string) => string

/** A wording that the page's script writes anew with each answer; nothing for one that uses none. */
const toSayAnew = (wording: string): string | undefined => (usesIn(wording).length > 0 ? wording : undefined)

/** A wording that may use what is known. */
export const Said = ({ wording, say }: { wording: string; say: Say }) =>
  toSayAnew(wording) ? <span data-says={wording}>{say(wording)}</span> : <>{wording}</>

/** A text as it is; or a wording, with what writes it. */
export interface Around {
  text: string
  say?: Say | undefined
}

/** Either in one line. */
export const Line = ({ text, say }: Around) => (say ? <Said wording={text} say={say} /> : <>{text}</>)

/** Either as the title of the page. */
export const SaidTitle = ({ text, say }: Around) => (
  <title data-says={say && toSayAnew(text)}>{say?.(text) ?? text}</title>
)

/** A wording in a menu, whose options hold nothing but text. */
export const SaidOption = ({ value, wording, say }: { value: string; wording: string; say: Say }) => (
  <option value={value} data-says={toSayAnew(wording)}>
    {say(wording)}
  </option>
)

/** The same in an attribute, which is left out for none. */
export const sayIn = (attribute: SaidAttribute, wording: string, say: Say) => ({
  [attribute]: say(wording) || undefined,
  [`data-says-${attribute}`]: toSayAnew(wording),
})
