import type { Db } from '@/db/database'
import { holdImport, moveImport } from '@/db/queries/imports'
import type { ImportState } from '@/db/schema_of_imports'

/** Where an import is once what was under way cannot go on: what was done stays, and can be gone on with or put back. */
const HALTED: Partial<Record<ImportState, ImportState>> = {
  reading: 'failed',
  checking: 'mapping',
  bringing: 'stopped',
  parting: 'done',
}

/** Says that an import cannot go on, and why. */
export async function haltImport(db: Db, id: string, error: string): Promise<void> {
  const held = await holdImport(db, id)
  const to = held && HALTED[held.state]
  if (held && to) await moveImport(db, held.workspace_id, id, [held.state], { state: to, error })
}
