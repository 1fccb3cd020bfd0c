import { z } from 'zod'

/** A label of a host name (RFC 1123, 2.1). */
const LABEL = /^(?!-)[a-z0-9-]{1,63}(?<!-)$/

/**
 * A host name as it is written in addresses: of two labels at least, in small letters, other writings as ASCII has them
 * (RFC 5891). `null` for anything else, as an address of a machine, or a name with a port.
 */
export function readHost(text: string): string | null {
  const given = text.trim().replace(/\.$/, '')
  if (given === '' || /[\s/:@?#\\%]/.test(given) || !URL.canParse(`https://${given}`)) return null
  const { hostname } = new URL(`https://${given}`)
  const labels = hostname.split('.')
  const isName = hostname.length <= 253 && labels.length >= 2 && labels.every((label) => LABEL.test(label))
  // The last label of a name is never a number (RFC 3696, 2): such are addresses.
  return isName && !/^\d+$/.test(labels.at(-1) ?? '') ? hostname : null
}

export const hostSchema = z
  .string()
  .max(260)
  .transform((text, context) => {
    const name = readHost(text)
    if (name === null)
      context.addIssue({ code: 'custom', message: 'Give a host name, such as forms.studio.example, and no more' })
    return name ?? ''
  })
