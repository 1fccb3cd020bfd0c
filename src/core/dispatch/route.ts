import type { Answers } from '../answers/answer'
import type { Form, Route } from '../form/definition'
import { meets } from '../logic/condition'
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

/** Reads the table from the top; the first row that fits wins. Somebody is always told. */
export function routeSubmission(form: Form, values: Answers, snapshot: Snapshot): Routed {
  const { rows, otherwise } = form.routing
  const index = rows.findIndex((row) => fits(row, values))
  const row = rows[index]
  const desk = snapshot.desks.find(({ name }) => name === (row ?? otherwise)?.desk)
  if (row && desk) return { row: index + 1, desk, message: row.message, because: becauseOf(form, row, index + 1) }
  if (otherwise && desk)
    return { row: null, desk, message: otherwise.message, because: 'No row fits, so the otherwise row does' }
  const { owner } = snapshot
  return {
    row: null,
    desk: { name: 'owner', title: `${owner.name} (owner)`, addresses: [owner.email] },
    message: null,
    because: 'No row names a desk, so the form’s owner is told',
  }
}

/** Whether every cell of a row is met; a row without cells fits everything. */
const fits = (row: Route, values: Answers): boolean =>
  Object.entries(row.cells).every(([name, cell]) => meets(values[name] ?? null, cell))

function becauseOf(form: Form, row: Route, number: number): string {
  const cells = Object.entries(row.cells).map(([name, cell]) => describeExpectation(form, name, cell))
  return `Row ${number}: ${cells.length > 0 ? cells.join(', ') : 'fits every answer'}`
}
