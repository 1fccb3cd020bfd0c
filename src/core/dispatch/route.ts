import { type Answers, valueAt } from '../answers/answer'
import type { Form, Route } from '../form/definition'
import { meets } from '../logic/expectation'
import { describeExpectation } from '../logic/describe'
import { vocabularyOf } from '../form/vocabulary'
import type { Desk, Reachable, ToldDesk } from './desk'

/** A row of the routing table that fitted, and so a desk that is told. */
export interface Routed {
  /** Number of the row from 1; `null` for the otherwise row and for no row at all. */
  row: number | null
  desk: ToldDesk
  /** Name of the message the desk gets; `null` where the form has none, and a plain one is sent. */
  message: string | null
  because: string
}

/**
 * Reads the table from the top: the first row that fits wins, or all that fit where the table says so, each desk
 * being told the same once. Somebody is always told, as long as there is anybody: where no row names a desk, or
 * that desk has no address any more, it is the form's owner.
 */
export function routeSubmission(form: Form, values: Answers, reachable: Reachable): Routed[] {
  const { rows, otherwise, hit } = form.routing
  const fitting = rows.flatMap((row, index) => (fits(row, values) ? [{ row, number: index + 1 }] : []))
  const chosen = hit === 'all' ? fitting : fitting.slice(0, 1)
  const routed =
    chosen.length > 0
      ? chosen.map(({ row, number }) => routeTo(row, number, becauseOf(form, row, number), reachable))
      : [routeTo(otherwise, null, 'No row fits, so the otherwise row does', reachable)]
  const told = new Map<string, Routed>()
  for (const one of routed) {
    const key = `${one.desk.name} ${one.message ?? ''}`
    const before = told.get(key)
    told.set(key, before ? { ...before, because: `${before.because}; ${one.because}` } : one)
  }
  return [...told.values()]
}

function routeTo(
  target: { desk: string; message: string } | null,
  row: number | null,
  because: string,
  { desks, owner }: Reachable,
): Routed {
  const desk = desks.find(({ name }) => name === target?.desk)
  const fitted = { row, message: target?.message ?? null, because }
  if (desk && desk.addresses.length > 0) return { ...fitted, desk: asTold(desk) }
  const why = desk
    ? `${because}. ${desk.title} has no address`
    : target
      ? `${because}. Its desk “${target.desk}” does not exist`
      : 'No row names a desk'
  return owner
    ? {
        ...fitted,
        desk: { name: 'owner', title: `${owner.name} (owner)`, addresses: [owner.email] },
        because: `${why}, so the form’s owner is told`,
      }
    : { ...fitted, desk: { name: 'nobody', title: 'Nobody', addresses: [] }, because: `${why}, and there is no owner` }
}

const asTold = ({ owners: _, turn: __, ...told }: Desk): ToldDesk => told

/** Whether every cell of a row is met; a row without cells fits everything. */
const fits = (row: Route, values: Answers): boolean =>
  Object.entries(row.cells).every(([path, cell]) => meets(valueAt(values, path), cell))

function becauseOf(form: Form, row: Route, number: number): string {
  const cells = Object.entries(row.cells).map(([path, cell]) => describeExpectation(vocabularyOf(form), path, cell))
  return `Row ${number}: ${cells.length > 0 ? cells.join(', ') : 'fits every answer'}`
}
