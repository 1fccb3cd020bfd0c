import { usesIn } from '@/core/answers/wording_uses'

/** Writes a wording for what is known of the visitor. */
export type Say = (wording: string) => string

/** A wording that may use what is known: the page's script writes it anew with each answer. */
export const Said = ({ wording, say }: { wording: string; say: Say }) =>
  usesIn(wording).length > 0 ? <span data-says={wording}>{say(wording)}</span> : <>{wording}</>
