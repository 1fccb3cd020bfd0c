import type { Runner } from '@/db/database'
import { findEndedImports, removeRowsOf } from '@/db/queries/imports'
import type { Removed } from '@/db/queries/keeping'
import { remove } from '../files/store'
import { placeOfImport } from './takeFile'

/** Imports that are seen to at once: one has many rows. */
const TOGETHER = 5

/** Removes the rows of imports that were dealt with so many days ago, and the files of those that never were. */
export async function removeEndedRows(
  tx: Runner,
  days: number,
  forget = (id: string) => remove(placeOfImport(id)),
): Promise<Removed[]> {
  const ids = await findEndedImports(tx, days, TOGETHER)
  for (const id of ids) await forget(id)
  return removeRowsOf(tx, ids)
}
