import { createHmac, timingSafeEqual } from 'node:crypto'

/** What only an installation can make of a text (HMAC, RFC 2104, with SHA-256). */
export const hmac = (secret: string, text: string): Buffer => createHmac('sha256', secret).update(text).digest()

/** So many bytes of it in letters: whoever shows them was given them. */
export const sign = (secret: string, text: string, bytes: number): string =>
  hmac(secret, text).subarray(0, bytes).toString('base64url')

/** Whether what was given is what is expected; how long that takes tells nothing of either. */
export function isSame(expected: string, given: string): boolean {
  const [ours, theirs] = [Buffer.from(expected), Buffer.from(given)]
  return ours.length === theirs.length && timingSafeEqual(ours, theirs)
}
