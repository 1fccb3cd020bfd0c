import type { Db, Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'

/**
 * Whatever changes a workspace's records does so in turn, so that lineage is in the order things happened, and what is
 * read stays as it is until it is written. `now` is the moment of the turn, by the database's clock.
 */
export const inTurn = <T>(db: Db, workspaceId: string, work: (tx: Runner, now: Date) => Promise<T>): Promise<T> =>
  db.transaction().execute(async (tx) => work(tx, await lockNames(tx, [`apply ${workspaceId}`])))
