import type { Question } from '../form/definition'
import { type Fill, sourceOf } from '../origins/registry'

/**
 * Where a question is filled from of what is stored of somebody. One that is asked in turn and says nothing of it is
 * filled from the first field of theirs, or of their company’s, that all of it lands in: what it wrote, it knows.
 */
export function storedFills({ fill, lands, turn }: Pick<Question, 'fill' | 'lands' | 'turn'>): Fill[] {
  const stored = fill.filter((one) => sourceOf(one).stored?.(one).read === 'field')
  if (stored.length > 0 || turn === null) return stored
  const [landing] = lands.filter(
    ({ record, part }) => part === undefined && (record === 'contact' || record === 'company'),
  )
  return landing ? [{ from: 'record', record: landing.record, field: landing.field }] : []
}

/** All that a question is filled from, what it knows by its turn included. */
export const fillsOf = (question: Pick<Question, 'fill' | 'lands' | 'turn'>): Fill[] => {
  const own = storedFills(question)
  return own.some((one) => question.fill.includes(one)) || own.length === 0 ? question.fill : [...question.fill, ...own]
}

/** The field by whose last change a question is asked again, as `contact.ware`; `null` for one that is not. */
export function keptSince(question: Pick<Question, 'fill' | 'lands' | 'turn'>): string | null {
  const [first] = question.turn?.known === 'again' ? storedFills(question) : []
  return first?.from === 'record' ? `${first.record}.${first.field}` : null
}
