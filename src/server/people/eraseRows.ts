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
    const rows = file.rows.map((row) => ({ row, left: leaveOf(row, addresses, words) }))
    const changed = rows.filter(({ row, left }) => !isDeepStrictEqual(row, left))
    const blank = changed.flatMap(({ row, left }) => (left.told === null && !left.cells.some(Boolean) ? [row] : []))
    const columns = columnsWithout(file, blank, words)
    return changed.length > 0 ? [{ id: file.id, columns, rows: changed.map(({ left }) => left) }] : []
  })
  await writeRows(
    tx,
    told.flatMap(({ rows }) => rows),
    told.map(({ id, columns }) => ({ id, columns })),
  )
  return told.map(({ id }) => id)
}

/** What is left of a row. Whose it is may not be known yet: then it is theirs whose address is a cell of it. */
function leaveOf(row: TellingRow, addresses: readonly string[], words: readonly string[]): TellingRow {
  const isTheirs =
    row.email === null
      ? row.cells.some((cell) => addresses.includes(cell.trim().toLowerCase()))
      : addresses.includes(row.email)
  if (isTheirs) return { ...row, email: null, told: null, cells: row.cells.map(() => '') }
  return { ...row, told: blot(row.told, words), cells: blot(row.cells, words) }
}

function columnsWithout({ columns }: TellingFile, blank: readonly TellingRow[], words: readonly string[]) {
  const gone = new Set(blank.flatMap(({ cells }) => cells.map((cell) => cell.slice(0, SAMPLED))))
  return columns.map((column) => ({
    ...column,
    samples: blot(
      column.samples.filter((sample) => !gone.has(sample)),
      words,
    ),
  }))
}
