import { z } from 'zod'
import { valueIn } from '../answers/answer'
import { nameSchema } from '../answers/name'
import { findField, RECORD_TYPES, RECORD_WORDS, type RecordType } from '../fields/field'
import type { SourceRules } from './source'

export const settings = () => ({
  record: z
    .enum(RECORD_TYPES)
    .default('contact')
    .describe('Their own record, their company’s, or that of the deal or request opened for them last'),
  field: nameSchema,
})

/** A stored field of theirs, told to nobody who is not known. */
export const rules: SourceRules<{ record: RecordType; field: string }> = {
  words: 'their record (who is known)',
  origin: 'record',
  begin(name, { fields }) {
    const theirs = fields.filter(({ record }) => record === 'contact')
    return { record: 'contact', field: (theirs.find((field) => field.name === name) ?? theirs[0])?.name ?? 'email' }
  },
  look({ record, field }, { holder }) {
    const values = holder?.records[record]
    return { raw: values && valueIn(values, field), origin: 'record' }
  },
  describe({ record, field }, { fields }) {
    const label = findField(fields, record, field)?.label ?? field
    return `${label} · ${record === 'contact' ? 'record' : RECORD_WORDS[record].toLowerCase()}`
  },
  stored: ({ record, field }) => ({ read: 'field', record, field }),
}
