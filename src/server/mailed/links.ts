import { isSame, sign } from '../proofs'

/** What somebody does by an address in a mail: leaves lists, says whether it was them who wrote, or confirms that they join. */
export type MailedFor = 'leave' | 'mine' | 'join'

/** Where whoever gets a mail does something without signing in. */
export const MAILED = /^\/m\/(leave|mine|join)\/([^/]+)$/

/**
 * The address at which a contact leaves lists, the sender of a submission says that it was them, or whoever was asked to
 * confirms that they join lists. What it says of them is an id, which tells nothing, and a proof that only we could write.
 */
export const mailedLink = (url: string, secret: string, what: MailedFor, id: string): string =>
  new URL(`/m/${what}/${id}.${proofOf(secret, what, id)}`, url).toString()

/** The id that such an address is of; `null` where it is none of ours. */
export function readMailedLink(secret: string, what: MailedFor, code: string): string | null {
  const [id = '', proof = ''] = code.split('.')
  return /^[0-9a-f-]{36}$/.test(id) && isSame(proofOf(secret, what, id), proof) ? id : null
}

const PROVES: Record<MailedFor, string> = { leave: 'leaves lists', mine: 'wrote this', join: 'joins lists' }

const proofOf = (secret: string, what: MailedFor, id: string): string => sign(secret, `${PROVES[what]} ${id}`, 16)
