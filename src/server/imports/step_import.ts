import type { Db } from '@/db/database'
import { queueStep } from '@/db/queries/imports'
import { forAMoment } from '../worker/forAMoment'
import type { GiveWay } from '../worker/giveWay'
import { isTemporary, reasonOf } from '../failures'
import { log } from '../log'
import { bringSome } from './bring_some'
import { haltImport } from './haltImport'
import { partSome } from './part_some'
import { readWhole } from './read_whole'

/**
 * Goes on with an import: reads its file, or goes through its rows, or parts what it brought, some at a time. Each part
 * is one transaction with how far it is, so that a process that is killed loses nothing and doubles nothing.
 */
export async function stepImport(db: Db, id: string, way: GiveWay): Promise<void> {
  try {
    await forAMoment(
      way,
      () => goOn(db, id),
      () => queueStep(db, id),
    )
  } catch (error) {
    // What will pass is tried again by the queue.
    if (isTemporary(error)) throw error
    log.error({ error, import: id }, 'An import cannot go on')
    await haltImport(db, id, `It cannot go on: ${reasonOf(error)}`)
  }
}

/** Makes the next part of an import; `false` once there is no more to do. */
async function goOn(db: Db, id: string): Promise<boolean> {
  const state = (await db.selectFrom('import').select('state').where('id', '=', id).executeTakeFirst())?.state
  if (state === 'reading') return readWhole(db, id)
  if (state === 'checking' || state === 'bringing') return bringSome(db, id)
  return state === 'parting' && partSome(db, id)
}
