import { z } from 'zod'
import { ANY_EMAIL, rules as email } from '@/core/kinds/email'

/** An address that somebody signs in with, or gets mail at. */
export const addressSchema = z
  .string()
  .trim()
  .max(254)
  .transform((text, context) => {
    const read = email.check(text, ANY_EMAIL)
    if (read.ok && typeof read.answer === 'string') return read.answer
    context.addIssue({ code: 'custom', message: `“${text}” is not an email address.` })
    return z.NEVER
  })
