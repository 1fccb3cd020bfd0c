import {
  type Answer,
  type Answers,
  isList,
  joinPath,
  partOf,
  type Path,
  type Scalar,
  splitPath,
  valueIn,
} from '../answers/answer'
import { rulesOf } from '../kinds/registry'
import type { Form } from './definition'
import { showAt } from './show'
import { domainAt, labelAt, partsOf } from './values'

/** Values as the columns of a sheet: the form's order, a value of several parts in a column for each. */

/** A column's heading is the path of what stands in it. */
export type Column = Path

/** What a cell of a sheet can hold; nothing for a blank. */
export type Cell = string | number | boolean | null

/** A column with what people call it. */
export interface HeadedColumn {
  name: Column
  label: string
}

/**
 * The columns of the values of these forms, each once and called as the first form that has it calls it, those of the
 * first form first; questions that are switched off keep theirs.
 */
export function columnsOf(forms: readonly Form[]): HeadedColumn[] {
  const columns = new Map<Column, HeadedColumn>()
  for (const form of forms) {
    const add = (column: Column) => {
      if (!columns.has(column)) columns.set(column, { name: column, label: labelAt(form, column) })
    }
    const questions = form.steps
      .flatMap((step) => step.questions.filter((question) => rulesOf(question).asks !== false))
      .map(({ name }) => name)
    for (const name of [...questions, ...form.carried.map((carried) => carried.name)]) {
      const parts = partsOf(form, name)
      if (parts.length === 0) add(name)
      for (const part of parts) add(joinPath(name, part.name))
    }
  }
  return [...columns.values()]
}

/** What stands between the items of a list in one cell. */
const BETWEEN = '; '

/** How one thing that was answered is written in a column. */
type Write = (column: Column, one: Scalar) => Scalar

/** As it is stored. */
const asStored: Write = (_, one) => one

/** In the words in which a form offered it; what is no choice of what was offered stays as it is. */
export const asOffered =
  (form: Form): Write =>
  (column, one) => {
    const is = domainAt(form, column)?.is
    return is === 'one of' || is === 'some of' ? showAt(form, column, one) : one
  }

/** One cell for each column; several choices stand in one. */
export const cellsOf = (columns: readonly Column[], values: Answers, write: Write = asStored): Cell[] =>
  columns.map((column) => {
    const items = itemsAt(column, values, write)
    return isList(answerAt(column, values)) && items.length > 0 ? items.join(BETWEEN) : (items[0] ?? null)
  })

/** What was answered in a column, one by one: of a list each item, of a blank nothing. */
export function itemsAt(column: Column, values: Answers, write: Write = asStored): Scalar[] {
  const answer = answerAt(column, values)
  const items = isList(answer) ? answer : typeof answer === 'object' || answer === '' ? [] : [answer]
  return items.map((one) => write(column, one))
}

function answerAt(column: Column, values: Answers): Answer {
  const [name, part] = splitPath(column)
  return partOf(valueIn(values, name), part)
}

/** What begins a formula where a spreadsheet reads text: `=`, `+`, `-`, `@`, and what hides one of them behind white space. */
const FORMULA = /^[\s]*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r\n]/

/** A cell as comma-separated text that no spreadsheet runs: text that looks like a formula gets an apostrophe before it. */
export function asCsvText(cell: Cell): string {
  if (cell === null) return ''
  return typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : String(cell)
}
