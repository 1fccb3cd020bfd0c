import { isDeepStrictEqual } from 'node:util'
import { blot } from '@/core/formats/blot'
import type { Runner } from '@/db/database'
import { writeRows } from '@/db/queries/erasing'
import { readTellingFiles, type TellingFile, type TellingRow } from '@/db/queries/traces'

/** As much of a cell as is shown of its column. */
const SAMPLED = 100

/**
 * Leaves of files of people that whoever is erased was in them: their own rows are blank from now on, and rows of others
 * name them no more. Gives which files told of them.
 */
export async function eraseRows(
  tx: Runner,
  workspaceId: string,
  addresses: readonly string[],
  words: readonly string[],
): Promise<string[]> {
  const told = (await readTellingFiles(tx, workspaceId, addresses)).flatMap((file) => {
    const theirs = file.rows.filter((row) => isTheirs(row, addresses))
    const left = file.rows.map((row) => (theirs.includes(row) ? blank(row) : nameless(row, words)))
    const rows = left.filter((row, place) => !isDeepStrictEqual(row, file.rows[place]))
    return rows.length > 0 ? [{ id: file.id, columns: columnsWithout(file, theirs, words), rows }] : []
  })
  await writeRows(
    tx,
    told.flatMap(({ rows }) => rows),
    told.map(({ id, columns }) => ({ id, columns })),
  )
  return told.map(({ id }) => id)
}

/** Whose a row is may not be known yet: then it is theirs whose address is a cell of it. */
const isTheirs = ({ email, cells }: TellingRow, addresses: readonly string[]): boolean =>
  email === null ? cells.some((cell) => addresses.includes(cell.trim().toLowerCase())) : addresses.includes(email)

const blank = (row: TellingRow): TellingRow => ({ ...row, email: null, told: null, cells: row.cells.map(() => '') })

const nameless = (row: TellingRow, words: readonly string[]): TellingRow => ({
  ...row,
  told: blot(row.told, words),
  cells: blot(row.cells, words),
})

function columnsWithout({ columns }: TellingFile, theirs: readonly TellingRow[], words: readonly string[]) {
  const gone = new Set(theirs.flatMap(({ cells }) => cells.map((cell) => cell.slice(0, SAMPLED))))
  return columns.map((column) => ({
    ...column,
    samples: blot(
      column.samples.filter((sample) => !gone.has(sample)),
      words,
    ),
  }))
}
