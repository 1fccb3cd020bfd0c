import { MOST_OPTIONS, type Option } from '../answers/options'
import { nameFrom } from '../form/name_from'
import { foldCase } from '../logic/fold_case'
import { partsOfCell } from './read_cell'

/** What stands in a cell of a column, and in how many rows. */
export interface Cells {
  text: string
  rows: number
}

/** Longest that a choice is called. */
const LONGEST = 200

/**
 * The choices that a new field for a column offers: each thing that is written in it, once whatever its case, the
 * commonest first. `null` where there are more than a field can have, or one is too long to be one.
 */
export function choicesIn(cells: readonly Cells[], type: 'choice' | 'several_choices'): Option[] | null {
  const found = new Map<string, { label: string; rows: number }>()
  for (const { text, rows } of cells)
    for (const label of type === 'choice' ? [text.trim()] : partsOfCell(text)) {
      const known = found.get(foldCase(label))
      if (label !== '') found.set(foldCase(label), { label: known?.label ?? label, rows: (known?.rows ?? 0) + rows })
    }
  const labels = [...found.values()].toSorted((a, b) => b.rows - a.rows).map(({ label }) => label)
  if (labels.length > MOST_OPTIONS || labels.some((label) => label.length > LONGEST)) return null
  const options: Option[] = []
  for (const label of labels)
    options.push({
      value: nameFrom(
        label,
        options.map(({ value }) => value),
      ),
      label,
    })
  return options
}
