import { type Answers, isBlank } from '@/core/answers/answer'
import { findField, type RecordField, type RecordType, rulesOfField } from '@/core/fields/field'

/** What is wrong with values for a record's fields, told of the first that does not fit; blank ones fit every field. */
export function findUnfitField(record: RecordType, values: Answers, fields: readonly RecordField[]): string | null {
  for (const [name, value] of Object.entries(values)) {
    const field = findField(fields, record, name)
    if (!field) return `There is no ${record} field “${name}”.`
    const { takes, words } = rulesOfField(field.type)
    if (!isBlank(value) && !takes(value, field.options)) return `“${name}” must be: ${words.toLowerCase()}.`
  }
  return null
}
