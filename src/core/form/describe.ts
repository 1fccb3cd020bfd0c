import { isAnswered, mannerOf } from '../kinds/registry'
import { showPlainly } from '../answers/show_plainly'
import { findField, type RecordField } from '../fields/field'
import type { FillSource, Question } from './definition'

/** What an answer must be, in a few words: the “Must be” column. */
export const describeRule = (question: Question): string =>
  `${question.required || !isAnswered(question) ? '' : 'optional · '}${mannerOf(question).must(question)}`

/**
 * Where a value, or a part of it, comes from before anyone types, what tells the most first: “First name · record”,
 * “utm_campaign · link”.
 */
export const describeFill = (source: FillSource, fields: readonly RecordField[]): string =>
  source.part ? `${source.part}: ${describeSource(source, fields)}` : describeSource(source, fields)

function describeSource(source: FillSource, fields: readonly RecordField[]): string {
  switch (source.from) {
    case 'link':
      return `${source.parameter} · link`
    case 'record':
      return `${findField(fields, 'contact', source.field)?.label ?? source.field} · record`
    case 'form_before':
      return `${source.value} · form before`
    case 'page_before':
      return 'page before'
    case 'constant':
      return `always ${showPlainly(source.value)}`
  }
}
