import type { KeptColumn } from '@/db/schema_of_settings'
import type { Column } from '../ui/sheet'

/** A column that can be chosen, by its name. */
export interface ChosenColumn<Row> extends Omit<Column<Row>, 'width' | 'onSize'> {
  name: string
  title: string
  /** Whether it shows where nobody has chosen otherwise. */
  usual?: boolean
  /** Whether it stays where it is, and always shows. */
  fixed?: boolean
}

/** How a list is seen: which of the columns there are, in which order and how wide. */
export function arrange<Row>(
  all: readonly ChosenColumn<Row>[],
  kept: readonly KeptColumn[] | null,
): (ChosenColumn<Row> & { width: number | null })[] {
  const fixed = all.filter((column) => column.fixed)
  const widthOf = (name: string) => kept?.find((one) => one.name === name)?.width ?? null
  const free = all.filter((column) => !column.fixed)
  // What there is no more, such as a field that was retired, shows no more.
  const chosen =
    kept === null
      ? free.filter(({ usual }) => usual)
      : kept.flatMap(({ name }) => free.find((column) => column.name === name) ?? [])
  return [...fixed, ...chosen].map((column) => ({ ...column, width: widthOf(column.name) }))
}

/** The same with one column shown, or no more: a new one stands last. */
export const toggled = (shown: readonly KeptColumn[], name: string): KeptColumn[] =>
  shown.some((one) => one.name === name) ? shown.filter((one) => one.name !== name) : [...shown, { name, width: null }]

/** The same with one column a place further to the front, or to the back. */
export function moved(shown: readonly KeptColumn[], name: string, by: -1 | 1): KeptColumn[] {
  const from = shown.findIndex((one) => one.name === name)
  const to = from + by
  const [one, other] = [shown[from], shown[to]]
  return one && other ? shown.with(from, other).with(to, one) : [...shown]
}

/** The same with one column as wide as this. */
export const sized = (shown: readonly KeptColumn[], name: string, width: number | null): KeptColumn[] =>
  shown.map((one) => (one.name === name ? { name, width } : one))
