import type { Scalar } from '@/core/answers/answer'
import type { Form } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import { asOffered, type Cell, cellsOf, columnsOf, type HeadedColumn, itemsAt } from '@/core/form/table'
import { isoIn } from '@/core/formats/zone'
import type { Db } from '@/db/database'
import { type ArrivalFilter, listSubmissions } from '@/db/queries/arrivals'
import { readDefinitions } from '@/db/queries/forms'
import { readResources } from '@/db/queries/workspace'
import { type Export, type ExportedRow, PAGE, pagesOf } from './rows'

type Row = Awaited<ReturnType<typeof listSubmissions>>['rows'][number]

interface AboutColumn extends HeadedColumn {
  cell: (row: Row, zone: string) => Cell
}

/** What is said of each submission beside what was answered. */
const ABOUT: readonly AboutColumn[] = [
  { name: 'submission', label: 'Submission', cell: ({ id }) => id },
  { name: 'received_at', label: 'Received', cell: ({ receivedAt }, zone) => isoIn(zone, receivedAt) },
  { name: 'form', label: 'Form', cell: ({ form }) => form },
  { name: 'release', label: 'Release', cell: ({ release }) => release },
  { name: 'state', label: 'State', cell: ({ state }) => state },
  { name: 'test', label: 'Test', cell: ({ isTest }) => (isTest ? 'yes' : 'no') },
  { name: 'contact', label: 'Contact', cell: ({ email }) => email },
]

/** How submissions are written, beside which. */
interface Wish {
  /** Only these columns, in this order; all of them where they are left out. */
  columns?: readonly string[] | undefined
  /** Columns and choices by the names that programs know, or as people read them. */
  words: 'names' | 'labels'
  /** One row a submission, or one for each thing that was answered. */
  rows: 'submissions' | 'values'
}

export type SubmissionsAsked = Omit<ArrivalFilter, 'after' | 'limit' | 'sort'> & Wish

/** The columns that an export of submissions can have, in the usual order: what is said of each, then what any release of their forms has asked. */
export async function exportColumns(db: Db, workspaceId: string, form: string | undefined) {
  const released = await readReleased(db, workspaceId, form)
  return {
    about: ABOUT.map(({ name, label }) => ({ name, label })),
    values: columnsOf(released.map(({ definition }) => definition)),
  }
}

/** What is written of each submission, and how. */
interface Sheet {
  columns: readonly (AboutColumn | HeadedColumn)[]
  /** Those that were chosen, not all there are. */
  isChosen: boolean
  head: (column: HeadedColumn) => string
  writerOf: (row: Row) => Writer
  zone: string
}

const isAbout = (column: AboutColumn | HeadedColumn): column is AboutColumn => 'cell' in column

const askedOf = (columns: Sheet['columns']): HeadedColumn[] => columns.filter((column) => !isAbout(column))

/**
 * The submissions that fit a filter, newest first, moments with the offset of the workspace's zone, with a column for
 * each value any release of their forms has asked, or those that are chosen. `null` where one of those is none.
 */
export async function exportSubmissions(
  db: Db,
  workspaceId: string,
  { columns: chosen, words, rows, ...filter }: SubmissionsAsked,
): Promise<Export | null> {
  const [released, { workspace }] = await Promise.all([
    readReleased(db, workspaceId, filter.form),
    readResources(db, workspaceId),
  ])
  const all: Sheet['columns'] = [...ABOUT, ...columnsOf(released.map(({ definition }) => definition))]
  const columns = chosen ? chosen.flatMap((name) => all.filter((column) => column.name === name)) : all
  if (chosen?.some((name) => !columns.some((column) => column.name === name))) return null
  const offered = offeredBy(released)
  const sheet: Sheet = {
    columns,
    isChosen: chosen !== undefined,
    head: ({ name, label }) => (words === 'labels' ? label : name),
    writerOf: (row) => (words === 'labels' ? offered(row) : undefined),
    zone: workspace.timeZone,
  }
  const { heads, show } = rows === 'values' ? answerByAnswer(sheet) : oneEach(sheet)
  const pages = pagesOf((after) => listSubmissions(db, workspaceId, { ...filter, after, limit: PAGE }), show)
  return { name: filter.form ?? 'arrivals', columns: heads, pages }
}

interface Written {
  heads: string[]
  show: (row: Row) => ExportedRow[]
}

/** A row for each submission. */
function oneEach({ columns, isChosen, head, writerOf, zone }: Sheet): Written {
  const asked = askedOf(columns)
  const paths = asked.map(({ name }) => name)
  const places = columns.map((column) => (isAbout(column) ? column : asked.indexOf(column)))
  const cellsIn = (row: Row): Cell[] => {
    const cells = cellsOf(paths, row.values, writerOf(row))
    return places.map((at) => (typeof at === 'number' ? (cells[at] ?? null) : at.cell(row, zone)))
  }
  const valuesIn = (row: Row) => (isChosen ? only(row, asked) : row.values)
  return {
    heads: columns.map(head),
    show: (row) => [
      {
        cells: () => cellsIn(row),
        json: () => ({ format: 'lichen-submission-1', ...aboutAsJson(row), values: valuesIn(row) }),
      },
    ],
  }
}

/** A row for each thing that was answered, with what is said of its submission. */
function answerByAnswer({ columns, head, writerOf, zone }: Sheet): Written {
  const about = columns.filter(isAbout)
  const show = (row: Row, column: HeadedColumn): ExportedRow[] => {
    const written = itemsAt(column.name, row.values, writerOf(row))
    return itemsAt(column.name, row.values).map((answer, n) => ({
      cells: () => [...about.map(({ cell }) => cell(row, zone)), head(column), written[n] ?? answer],
      json: () => ({ format: 'lichen-answer-1', ...aboutAsJson(row), value: column.name, answer }),
    }))
  }
  return {
    heads: [...about, { name: 'value', label: 'Value' }, { name: 'answer', label: 'Answer' }].map(head),
    show: (row) => askedOf(columns).flatMap((column) => show(row, column)),
  }
}

type Writer = Parameters<typeof cellsOf>[2]

const aboutAsJson = ({ id, receivedAt, form, release, state, isTest, email }: Row) => ({
  submission: id,
  received_at: receivedAt.toISOString(),
  form,
  release,
  state,
  test: isTest,
  contact: email,
})

/** The values that these columns are of, whole. */
function only({ values }: Row, columns: readonly HeadedColumn[]): Row['values'] {
  const names = new Set(columns.map(({ name }) => name.split('.')[0]))
  return Object.fromEntries(Object.entries(values).filter(([name]) => names.has(name)))
}

interface Released {
  form: string
  release: number
  definition: Form
}

async function readReleased(db: Db, workspaceId: string, slug: string | undefined): Promise<Released[]> {
  const rows = await readDefinitions(db, workspaceId, slug)
  return rows.map(({ definition, ...release }) => ({ ...release, definition: readStored(definition) }))
}

/** How a row's choices are written: in the words of the release that offered them. */
function offeredBy(released: readonly Released[]): (row: Row) => Writer {
  const writers = new Map<string, (column: string, one: Scalar) => Scalar>()
  for (const { form, release, definition } of released) writers.set(`${form} ${release}`, asOffered(definition))
  return ({ form, release }) => writers.get(`${form} ${release}`)
}
