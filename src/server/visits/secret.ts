import { randomBytes, timingSafeEqual } from 'node:crypto'
import { hmac, isSame, sign } from '../proofs'

/**
 * A visit's id is no secret: it stands in exports and answers. Whoever goes on with a visit shows a proof
 * that only the browser has to which the visit was given.
 *
 * The ids we give carry a mark of ours, so that they are told from ids that programs make up for visits of
 * their own, without looking anything up. An id of ours without its proof is nobody's visit.
 */
export interface VisitPass {
  id: string
  proof: string
}

/** What a visit is given for: a stranger's, or a colleague's who tries the form. Its id says so to us, and to nobody else. */
type GivenFor = 'visit' | 'test'

/** A new visit's id (a UUID of version 8, RFC 9562) and its proof. */
export function givePass(secret: string, formId: string, given: GivenFor = 'visit'): VisitPass {
  const random = randomBytes(8)
  random[6] = ((random[6] ?? 0) & 0x0f) | 0x80
  const id = writeId(Buffer.concat([random, markOf(secret, random, given)]))
  return { id, proof: proofOf(secret, formId, id) }
}

/** A visit's id for what came where none was given: the same for the same that was sent. */
export const idForSent = (secret: string, formId: string, sent: string): string =>
  writeId(hmac(secret, `sent without a visit ${formId} ${sent}`))

/** What we gave this id for; `null` where we gave it to nobody. */
export function givenFor(secret: string, id: string): GivenFor | null {
  const bytes = Buffer.from(id.replaceAll('-', ''), 'hex')
  if (bytes.length !== 16) return null
  const [random, mark] = [bytes.subarray(0, 8), bytes.subarray(8)]
  return (['visit', 'test'] as const).find((given) => timingSafeEqual(markOf(secret, random, given), mark)) ?? null
}

/**
 * What a proof is of: that a visit is a browser's own, that it sent the submission which led it here, when it was
 * opened, which questions its page asked, that a browser may know somebody again, or that a form's address was given to colleagues.
 */
type Proven = 'visit' | 'sent' | 'opened' | 'turns' | 'remembered' | 'test link'

/** The proof that belongs to a visit of a form, or to what led to it. */
export const proofOf = (secret: string, formId: string, id: string, of: Proven = 'visit'): string =>
  sign(secret, `${of} proof ${formId} ${id}`, 16)

export function isProof(
  secret: string,
  formId: string,
  id: string,
  proof: string | null | undefined,
  of: Proven = 'visit',
): boolean {
  return isSame(proofOf(secret, formId, id, of), proof ?? '')
}

/**
 * When a page was opened for a visit, in words that only we could write: milliseconds of the epoch to the base
 * of 36, and a proof that belongs to this form and visit.
 */
export function writeOpened(secret: string, formId: string, visit: string, at: Date): string {
  const moment = at.getTime().toString(36)
  return `${moment}.${proofOf(secret, `${formId} ${visit}`, moment, 'opened')}`
}

/** The moment that such words tell; `null` where they are not ours, or another visit's. */
export function readOpened(secret: string, formId: string, visit: string, text: string): Date | null {
  const [moment = '', proof] = text.split('.')
  return isProof(secret, `${formId} ${visit}`, moment, proof, 'opened') ? new Date(parseInt(moment, 36)) : null
}

/** What the work of a visit's page is signed with: done for one page, it is worth nothing for another. */
export const workKey = (secret: string, formId: string, visit: string, opened: string): string =>
  hmac(secret, `work ${formId} ${visit} ${opened}`).toString('base64url')

/** Sixteen bytes as a UUID of version 8 (RFC 9562). */
const writeId = (bytes: Buffer): string => {
  const own = Buffer.from(bytes.subarray(0, 16))
  own[6] = ((own[6] ?? 0) & 0x0f) | 0x80
  own[8] = ((own[8] ?? 0) & 0x3f) | 0x80
  return own.toString('hex').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')
}

/** The second half of an id: what only we could have put beside the first, with the variant RFC 9562 asks for. */
function markOf(secret: string, random: Uint8Array, given: GivenFor): Buffer {
  const mark = Buffer.from(hmac(secret, `${given} id ${Buffer.from(random).toString('hex')}`).subarray(0, 8))
  mark[0] = ((mark[0] ?? 0) & 0x3f) | 0x80
  return mark
}
