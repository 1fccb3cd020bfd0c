import type { ImportColumn } from '@/core/imports/import_plan'
import { asJson, type Db } from '@/db/database'
import { addRows, dropRows, holdImport, moveImport, type ReadRow } from '@/db/queries/imports'
import { isTemporary } from '../failures'
import { read } from '../files/store'
import { log } from '../log'
import { readFileRows } from './read_file'
import { haltImport } from './haltImport'
import { placeOfImport } from './takeFile'

/** Rows that are written at once, and the most that a file may have. */
const TOGETHER = 2000
const MOST_ROWS = 500_000

/** What is shown of a column to tell what is in it. */
const SAMPLES = 5

class Unreadable extends Error {}

/** Reads the file of an import into rows; read again, as in another encoding, it begins anew. */
export async function readWhole(db: Db, id: string): Promise<boolean> {
  const held = await holdImport(db, id)
  if (!held) return false
  try {
    await db.transaction().execute(async (tx) => {
      await dropRows(tx, id)
      let heads: string[] | null = null
      let columns: ImportColumn[] = []
      let some: ReadRow[] = []
      let n = 0
      const write = async () => {
        if (some.length > 0) await addRows(tx, id, some)
        some = []
      }
      for await (const cells of readFileRows(await read(placeOfImport(id)), held)) {
        if (heads === null) {
          heads = cells
          columns = heads.map((head) => ({ head, samples: [] }))
          continue
        }
        if (++n > MOST_ROWS) throw new Unreadable(`There are more than ${MOST_ROWS} rows. Part the file.`)
        cells.forEach((cell, column) => {
          const known = (columns[column] ??= { head: '', samples: [] })
          if (known.samples.length < SAMPLES && cell !== '' && !known.samples.includes(cell))
            known.samples.push(cell.slice(0, 100))
        })
        some.push({ n, cells })
        if (some.length >= TOGETHER) await write()
      }
      await write()
      if (n === 0) throw new Unreadable('There are no rows below the heads of its columns.')
      const change = {
        state: 'mapping' as const,
        columns: asJson(columns),
        rows: n,
        place: 0,
        counts: '{}',
        error: null,
      }
      await moveImport(tx, held.workspace_id, id, ['reading'], change)
    })
  } catch (error) {
    if (isTemporary(error)) throw error
    // A file that cannot be read stays as it is: the one who sent it is told, and can say how it is written.
    if (!(error instanceof Unreadable)) log.info({ error, import: id }, 'A file of people could not be read')
    await haltImport(
      db,
      id,
      error instanceof Unreadable ? error.message : 'The file cannot be read as it is said to be written.',
    )
  }
  return false
}
