import { createHmac, randomBytes } from 'node:crypto'
import { secretFrom } from '@/core/fill/personal_link'
import { seal, unseal } from '../settings/secrets'

/**
 * The codes of a sheet’s links are drawn from its seed, so that a step that is made again draws the same, and a sheet can
 * be written as often as it is wanted though only hashes of its codes are kept. The seed is sealed with a key that only
 * the environment holds.
 */

const SEED_BYTES = 32

const purposeOf = (sheet: string): string => `link sheet ${sheet}`

/** A new seed, sealed. */
export const sealSeed = (sheet: string, keys: readonly string[]): Buffer =>
  seal(randomBytes(SEED_BYTES).toString('base64'), purposeOf(sheet), keys)

/** The seed; `null` where no key opens it any more. */
export function openSeed(sheet: string, sealed: Buffer, keys: readonly string[]): Buffer | null {
  const opened = unseal(sealed, purposeOf(sheet), keys)
  return opened === null ? null : Buffer.from(opened, 'base64')
}

/** The code of the link at a place of a sheet (HMAC-SHA256, RFC 2104). */
export function codeAt(seed: Buffer, n: number): string {
  for (let draw = 0; ; draw++) {
    const code = secretFrom(createHmac('sha256', seed).update(`${n} ${draw}`).digest())
    if (code !== null) return code
  }
}
