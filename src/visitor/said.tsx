import { usesIn } from '@/core/answers/wording_uses'

/** Writes a wording for what is known of the visitor. */
export type Say = (wording: string) => string

/** A wording that the page's script writes anew with each answer; nothing for one that uses none. */
export const toSayAnew = (wording: string): string | undefined => (usesIn(wording).length > 0 ? wording : undefined)

/** A wording that may use what is known. */
export const Said = ({ wording, say }: { wording: string; say: Say }) =>
  toSayAnew(wording) ? <span data-says={wording}>{say(wording)}</span> : <>{wording}</>
