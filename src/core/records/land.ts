import { type Answer, type Answers, isBlank, joinPath, sameAnswer, valueAt, valueIn } from '../answers/answer'
import type { Form } from '../form/definition'
import { labelAt, valuesThatLand } from '../form/values'
import type { ContactState, RecordField } from './snapshot'

/** What a plan does, or on purpose does not do, to one record field. */
export interface RecordChange {
  record: 'contact'
  field: string
  /** The field's label when the plan was made. */
  label: string
  from: Answer
  to: Answer
  /** `set` writes `to`; `kept` leaves `from` although the answer differs. */
  effect: 'set' | 'kept'
  /** Path of the value that lands here. */
  value: string
  because: string
}

/**
 * Lands values in the contact's fields. A blank changes nothing; neither does a value that is already
 * stored. Where two values land in one field, the later one in the form wins, as it would in order.
 *
 * The address a person is known by (`identity`) is never overwritten: only that very address lands in
 * Email, be the other one typed further down or written into somebody's link.
 */
export function landValues(
  form: Form,
  values: Answers,
  identity: string | null,
  contact: ContactState | null,
  fields: readonly RecordField[],
): RecordChange[] {
  const stored: Answers = { ...contact?.values }
  const changes = new Map<string, RecordChange>()
  for (const value of valuesThatLand(form)) {
    for (const { field, part, ifFilled } of value.lands) {
      const path = joinPath(value.name, part)
      const to = valueAt(values, path)
      if (isBlank(to)) continue
      const info = fields.find(({ name }) => name === field)
      const from = valueIn(stored, field) ?? null
      if (!info || sameAnswer(from, to)) continue
      const another = field === 'email' && to !== identity
      const keeps = another || (ifFilled === 'keep' && !isBlank(from))
      const before = changes.get(field)
      if (keeps && before) continue
      changes.set(field, {
        record: 'contact',
        field,
        label: info.label,
        from: before?.from ?? from,
        to,
        effect: keeps ? 'kept' : 'set',
        value: path,
        because: another
          ? `${labelAt(form, path)} is not the address this person is known by`
          : keeps
            ? `${labelAt(form, path)} keeps a value that is there`
            : `Answer to “${labelAt(form, path)}”`,
      })
      if (!keeps) stored[field] = to
    }
  }
  return [...changes.values()]
}
