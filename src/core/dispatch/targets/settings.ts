import { z } from 'zod'
import type { Setting } from './target'

/** Settings that several targets have. */

/** An address on the web. A sign-in within it would be shown, so it is refused: secrets have settings of their own. */
const webAddress = z
  .url({ protocol: /^https?$/, error: 'Give an address that begins with https:// or http://' })
  .max(2000)
  .refine((text) => {
    if (!URL.canParse(text)) return true
    const { username, password } = new URL(text)
    return username === '' && password === ''
  }, 'Leave the sign-in out of the address')

export const addressSetting = (hint: string): Setting => ({
  label: 'Address',
  hint,
  secret: false,
  needed: true,
  schema: webAddress,
})

export const secretSetting = (label: string, hint: string): Setting => ({
  label,
  hint,
  secret: true,
  needed: false,
  // It goes into a header (RFC 9110, 5.5): visible ASCII.
  schema: z.string().regex(/^[\x21-\x7e]{1,500}$/, 'Use letters, digits and signs without spaces, 500 at most'),
})
