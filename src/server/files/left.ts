import { forgetFiles, giveUpLeft } from '@/db/queries/files'
import { context } from '../context'
import { log } from '../log'
import { tellRemoved } from '../keeping/tellRemoved'
import { remove } from './store'

/** Files removed at once. */
const TOGETHER = 50

/**
 * Removes files that were sent and never used: those of entries that were left, and of forms that were sent
 * without them. Returns how many. Killed in between, it goes on the next time.
 */
export async function removeLeftFiles(): Promise<number> {
  const { db, config } = context()
  const left = await giveUpLeft(db, config.LICHEN_FILES_HOURS, TOGETHER)
  const removed: string[] = []
  for (const id of left)
    try {
      await remove(id)
      removed.push(id)
    } catch (error) {
      log.warn({ error, file: id }, 'A file that was left could not be removed yet')
    }
  // What is forgotten is told, or neither is.
  if (removed.length > 0)
    await db.transaction().execute(async (tx) => tellRemoved(tx, 'removeLeftFiles', await forgetFiles(tx, removed)))
  return removed.length === TOGETHER ? TOGETHER + (await removeLeftFiles()) : removed.length
}
