import type { Db } from '@/db/database'
import { findImport, readLeftOut } from '@/db/queries/imports'
import type { Export } from './rows'

/** Rows fetched at once. */
const PAGE = 500

/** Why a row without anything wrong in it was left out. */
const UNKNOWN = 'nobody has this address'

/**
 * The rows of an import that were left out, each with its number and why, under the heads of its file: mended, they can
 * be given again. `null` where there is no such import.
 */
export async function exportLeftOut(
  db: Db,
  workspaceId: string,
  { import: id }: { import: string },
): Promise<Export | null> {
  const found = await findImport(db, workspaceId, id)
  if (!found) return null
  const heads = found.columns.map(({ head }, n) => head || `column ${n + 1}`)
  const why = (wrong: { column: number; why: string }[]): string =>
    wrong.map(({ column, why: reason }) => `${heads[column] ?? ''} ${reason}`).join('; ') || UNKNOWN
  async function* pages() {
    for (let after = 0; ;) {
      const rows = await readLeftOut(db, id, after, PAGE)
      yield rows.map(({ n, cells, told }) => ({
        cells: () => [n + 1, why(told?.wrong ?? []), ...heads.map((_, column) => cells[column] ?? '')],
        json: () => ({ format: 'lichen-left-out-1', row: n + 1, wrong: told?.wrong ?? [], cells }),
      }))
      const last = rows.at(-1)
      if (!last || rows.length < PAGE) return
      after = last.n
    }
  }
  return { name: 'left-out', columns: ['row', 'left out since', ...heads], pages: pages() }
}
