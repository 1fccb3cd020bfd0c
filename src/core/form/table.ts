import { type Answer, type Answers, isList, joinPath, partOf, type Path, splitPath, valueIn } from '../answers/answer'
import { rulesOf } from '../kinds/registry'
import type { Form } from './definition'
import { partsOf } from './values'

/** Values as the columns of a sheet: the form's order, a value of several parts in a column for each. */

/** A column's heading is the path of what stands in it. */
export type Column = Path

/** What a cell of a sheet can hold; nothing for a blank. */
export type Cell = string | number | boolean | null

/** The columns of the values of these forms, each once, those of the first form first; questions that are switched off keep theirs. */
export function columnsOf(forms: readonly Form[]): Column[] {
  const columns = new Set<Column>()
  for (const form of forms) {
    const questions = form.steps
      .flatMap((step) => step.questions.filter((question) => rulesOf(question).asks !== false))
      .map(({ name }) => name)
    for (const name of [...questions, ...form.carried.map((carried) => carried.name)]) {
      const parts = partsOf(form, name)
      if (parts.length === 0) columns.add(name)
      for (const part of parts) columns.add(joinPath(name, part.name))
    }
  }
  return [...columns]
}

/** What stands between the items of a list in one cell. */
const BETWEEN = '; '

export const cellsOf = (columns: readonly Column[], values: Answers): Cell[] =>
  columns.map((column) => {
    const [name, part] = splitPath(column)
    return cellOf(partOf(valueIn(values, name), part))
  })

function cellOf(answer: Answer): Cell {
  if (isList(answer)) return answer.length > 0 ? answer.join(BETWEEN) : null
  return typeof answer === 'object' || answer === '' ? null : answer
}

/** What begins a formula where a spreadsheet reads text: `=`, `+`, `-`, `@`, and what hides one of them behind white space. */
const FORMULA = /^[\s]*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r\n]/

/** A cell as comma-separated text that no spreadsheet runs: text that looks like a formula gets an apostrophe before it. */
export function asCsvText(cell: Cell): string {
  if (cell === null) return ''
  return typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : String(cell)
}
