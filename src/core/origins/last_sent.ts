import { z } from 'zod'
import { valueIn } from '../answers/answer'
import type { SourceRules } from './source'

export const settings = () => ({
  form: z.string().trim().max(200).default('').describe('The form’s slug; empty for this one'),
})

/** The day on which they last sent a form, told to nobody who is not known. */
export const rules: SourceRules<{ form: string }> = {
  words: 'the day they last sent a form (who is known)',
  origin: 'record',
  begin: () => ({ form: '' }),
  look: ({ form }, { holder, form: itself }) => ({
    raw: holder && valueIn(holder.sent, form || (itself?.address ?? '')),
    origin: 'record',
  }),
  describe: ({ form }) => `last sent ${form || 'this form'} · record`,
  stored: ({ form }) => ({ read: 'sent', form }),
}
