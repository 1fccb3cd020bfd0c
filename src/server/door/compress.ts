import { randomBytes } from 'node:crypto'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'

const squeeze = promisify(gzip)

/** Less than this gains nothing, in bytes. */
const WORTH_IT = 1000
const COMPRESSIBLE = /^(?:text\/|application\/(?:problem\+)?json)/
/** Up to so many random bytes make a page's compressed length tell nothing of what is in it. */
const NOISE = 48

export interface Squeezed {
  body: Buffer
  headers: Record<string, string>
}

/**
 * Compresses an answer for whoever takes it compressed (RFC 9110, 12.5.3). A page has secrets of its reader in it
 * beside what an address can put there, so that its length must not tell how alike they are (BREACH, 2013): each
 * gets a comment of a length that nobody can foresee.
 */
export async function squeezeBody(body: Buffer, type: string | null, accepted: string | undefined): Promise<Squeezed> {
  if (body.length < WORTH_IT || !COMPRESSIBLE.test(type ?? '')) return { body, headers: {} }
  // A site that may hold a form is told so in answers to its pages alone.
  const vary = { vary: 'accept-encoding, origin' }
  if (!takesGzip(accepted)) return { body, headers: vary }
  const padded = type?.startsWith('text/html') ? Buffer.concat([body, makeNoise()]) : body
  return { body: await squeeze(padded), headers: { ...vary, 'content-encoding': 'gzip' } }
}

/** Whether gzip is among the codings taken, with a weight above nothing. */
export const takesGzip = (accepted = ''): boolean =>
  accepted.split(',').some((coding) => /^\s*(?:gzip|\*)\s*(?:;\s*q=(?!0(?:\.0*)?\s*$).*)?$/i.test(coding))

function makeNoise(): Buffer {
  const random = randomBytes(NOISE + 1)
  return Buffer.from(`<!-- ${random.subarray(1, 1 + ((random[0] ?? 0) % NOISE)).toString('base64url')} -->`)
}
