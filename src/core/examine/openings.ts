import { findField, RECORD_WORDS, type RecordField } from '../fields/field'
import type { Form } from '../form/definition'
import { valuesThatLand } from '../form/values'
import { progressOf } from '../records/record'
import { type Finding, finding } from './finding'
import { examineTests } from './tests'

const fault = finding('fault', 'records')
const warning = finding('warning', 'records')

/** Examines the deal and the request that a form opens: fields and stages that are not there, and moves that never happen. */
export const examineOpenings = (form: Form, fields: readonly RecordField[]): Finding[] =>
  (['deal', 'request'] as const).flatMap((record) => examineOpening(form, record, fields))

function examineOpening(form: Form, record: 'deal' | 'request', fields: readonly RecordField[]): Finding[] {
  const opening = form.records[record]
  if (!opening) return []
  const { again, by, moves } = opening
  const progress = findField(fields, record, progressOf(record))
  return [
    ...(again === 'same' && by !== null ? examineTelling(form, record, by, fields) : []),
    ...moves.flatMap(({ when, to }) => {
      const option = progress?.options.find(({ value }) => value === to)
      const what = `What puts the ${record} to ${option?.label ?? `“${to}”`}`
      if (!option)
        return [fault('', `${what} means nothing: ${RECORD_WORDS[record]} · ${progress?.label} has no such option.`)]
      return examineTests(form, when, 'records', '', what)
    }),
    ...moves
      .slice(0, -1)
      .flatMap(({ when, to }) =>
        when === null
          ? [
              warning(
                '',
                `What comes after “always” never happens: the ${record} is ${progress?.options.find(({ value }) => value === to)?.label ?? to} each time.`,
              ),
            ]
          : [],
      ),
  ]
}

/** The field that tells one from another: it must be there, and something must land in it. */
function examineTelling(form: Form, record: 'deal' | 'request', by: string, fields: readonly RecordField[]): Finding[] {
  const field = findField(fields, record, by)
  if (!field) return [fault('', `The ${record} of before is told by a field “${by}” that does not exist.`)]
  const isLanded = valuesThatLand(form).some(({ lands }) =>
    lands.some((landing) => landing.record === record && landing.field === by),
  )
  return isLanded
    ? []
    : [
        warning(
          '',
          `Nothing lands in ${field.label}, which tells one ${record} from another: each time another is opened.`,
        ),
      ]
}
