import { valueIn } from '../answers/answer'
import { nameSchema } from '../answers/name'
import { findField } from '../fields/field'
import type { SourceRules } from './source'

export const settings = () => ({ field: nameSchema })

/** A stored field of the contact, told to nobody but the holder of a personal link. */
export const rules: SourceRules<{ field: string }> = {
  words: 'their record (personal link)',
  origin: 'record',
  begin: (name, fields) => ({ field: (fields.find((field) => field.name === name) ?? fields[0])?.name ?? 'email' }),
  look: ({ field }, { record }) => ({ raw: record && valueIn(record, field), origin: 'record' }),
  describe: ({ field }, fields) => `${findField(fields, 'contact', field)?.label ?? field} · record`,
  field: ({ field }) => field,
}
