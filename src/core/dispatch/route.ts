import { type Answers, valueAt } from '../answers/answer'
import type { Form, Route } from '../form/definition'
import { meets } from '../logic/expectation'
import { describeExpectation } from '../logic/describe'
import type { Desk, Snapshot } from '../records/snapshot'

/** Which row of the routing table fitted, and so who is told. */
export interface Routed {
  /** Number of the row from 1; `null` for the otherwise row and for no row at all. */
  row: number | null
  desk: Desk
  /** Name of the message the desk gets; `null` where the form has none, and a plain one is sent. */
  message: string | null
  because: string
}

/**
 * Reads the table from the top; the first row that fits wins. Somebody is always told, as long as there is
 * anybody: where no row names a desk, or that desk has no address any more, it is the form's owner.
 */
export function routeSubmission(form: Form, values: Answers, snapshot: Snapshot): Routed {
  const { rows, otherwise } = form.routing
  const index = rows.findIndex((row) => fits(row, values))
  const row = rows[index]
  const target = row ?? otherwise
  const desk = snapshot.desks.find(({ name }) => name === target?.desk)
  const fitted = {
    row: row ? index + 1 : null,
    message: target?.message ?? null,
    because: row ? becauseOf(form, row, index + 1) : 'No row fits, so the otherwise row does',
  }
  if (desk && desk.addresses.length > 0) return { ...fitted, desk }
  const why = desk
    ? `${fitted.because}. ${desk.title} has no address`
    : target
      ? `${fitted.because}. Its desk “${target.desk}” does not exist`
      : 'No row names a desk'
  const { owner } = snapshot
  return owner
    ? {
        ...fitted,
        desk: { name: 'owner', title: `${owner.name} (owner)`, addresses: [owner.email] },
        because: `${why}, so the form’s owner is told`,
      }
    : { ...fitted, desk: { name: 'nobody', title: 'Nobody', addresses: [] }, because: `${why}, and there is no owner` }
}

/** Whether every cell of a row is met; a row without cells fits everything. */
const fits = (row: Route, values: Answers): boolean =>
  Object.entries(row.cells).every(([path, cell]) => meets(valueAt(values, path), cell))

function becauseOf(form: Form, row: Route, number: number): string {
  const cells = Object.entries(row.cells).map(([path, cell]) => describeExpectation(form, path, cell))
  return `Row ${number}: ${cells.length > 0 ? cells.join(', ') : 'fits every answer'}`
}
