import { isSame, sign } from '../proofs'

/** Where whoever gets a mail leaves the lists it is sent to. */
export const LEAVE = /^\/m\/leave\/([^/]+)$/

/**
 * The address at which a contact leaves lists: what it says of them is their id, which tells nothing, and a proof that
 * only we could write. It works as long as they are kept: nobody is held by a link that has ended.
 */
export const leaveLink = (url: string, secret: string, contact: string): string =>
  new URL(`/m/leave/${contact}.${proofOf(secret, contact)}`, url).toString()

/** The contact whose address this is; `null` where it is none of ours. */
export function readLeaveLink(secret: string, code: string): string | null {
  const [contact = '', proof = ''] = code.split('.')
  return /^[0-9a-f-]{36}$/.test(contact) && isSame(proofOf(secret, contact), proof) ? contact : null
}

const proofOf = (secret: string, contact: string): string => sign(secret, `leaves lists ${contact}`, 16)
