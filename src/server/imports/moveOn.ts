import type { Db } from '@/db/database'
import { moveImport, queueStep } from '@/db/queries/imports'
import type { ImportState } from '@/db/schema_of_imports'

/** Has an import go on from where it is, if it is in one of these states: what it is to do is queued with that. */
export const moveOn = (
  db: Db,
  workspaceId: string,
  id: string,
  from: readonly ImportState[],
  change: Parameters<typeof moveImport>[4],
): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    const isMoved = await moveImport(tx, workspaceId, id, from, change)
    if (isMoved) await queueStep(tx, id)
    return isMoved
  })
