import type { Db } from '@/db/database'
import { queueStep } from '@/db/queries/imports'
import type { GiveWay } from '../worker/giveWay'
import { isTemporary, reasonOf } from '../failures'
import { log } from '../log'
import { bringSome } from './bring_some'
import { haltImport } from './haltImport'
import { partSome } from './part_some'
import { readWhole } from './read_whole'

/** How long one import is worked on before others have their turn, in milliseconds. */
const TURN = 2000

/**
 * Goes on with an import: reads its file, or goes through its rows, or parts what it brought, some at a time. Each part
 * is one transaction with how far it is, so that a process that is killed loses nothing and doubles nothing.
 */
export async function stepImport(db: Db, id: string, way: GiveWay): Promise<void> {
  try {
    await goOn(db, id, way)
  } catch (error) {
    // What will pass is tried again by the queue.
    if (isTemporary(error)) throw error
    log.error({ error, import: id }, 'An import cannot go on')
    await haltImport(db, id, `It cannot go on: ${reasonOf(error)}`)
  }
}

async function goOn(db: Db, id: string, way: GiveWay): Promise<void> {
  const end = performance.now() + TURN
  for (;;) {
    await way.moment()
    const state = (await db.selectFrom('import').select('state').where('id', '=', id).executeTakeFirst())?.state
    const isMore =
      state === 'reading'
        ? await readWhole(db, id)
        : state === 'checking' || state === 'bringing'
          ? await bringSome(db, id)
          : state === 'parting' && (await partSome(db, id))
    if (!isMore) return
    if (performance.now() > end) return void (await queueStep(db, id))
  }
}
