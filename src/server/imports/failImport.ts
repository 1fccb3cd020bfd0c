import type { Db } from '@/db/database'
import { holdImport, moveImport } from '@/db/queries/imports'

/** Says that an import cannot go on, and why. */
export async function failImport(db: Db, id: string, error: string): Promise<void> {
  const held = await holdImport(db, id)
  if (held)
    await moveImport(db, held.workspace_id, id, ['reading', 'checking', 'bringing', 'parting'], {
      state: 'failed',
      error,
    })
}
