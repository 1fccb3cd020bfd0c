import type { Runner } from '../database'

/** Where somebody is signed in. */
export interface SessionRow {
  id: string
  startedAt: Date
  lastAt: Date
  /** What their browser called itself. */
  browser: string | null
}

/** Sessions of somebody that have not ended, the last used first. */
export const listSessions = (db: Runner, userId: string, now: Date): Promise<SessionRow[]> =>
  db
    .selectFrom('session')
    .select(['id', 'createdAt as startedAt', 'updatedAt as lastAt', 'userAgent as browser'])
    .where('userId', '=', userId)
    .where('expiresAt', '>', now)
    .orderBy('updatedAt', 'desc')
    .execute()

/** Ends sessions of somebody; gives how many there were. */
export const endSessions = async (db: Runner, userId: string, ids: readonly string[]): Promise<number> => {
  const ended = await db.deleteFrom('session').where('userId', '=', userId).where('id', 'in', ids).executeTakeFirst()
  return Number(ended.numDeletedRows)
}

/** Keys that somebody signs in with, the newest first. */
export const listPasskeys = (db: Runner, userId: string) =>
  db
    .selectFrom('passkey')
    .select(['id', 'name', 'createdAt'])
    .where('userId', '=', userId)
    .orderBy('createdAt', 'desc')
    .execute()

/** Removes a key; gives what it was called, `null` where somebody has no such key. */
export const dropPasskey = async (db: Runner, userId: string, id: string): Promise<{ name: string | null } | null> =>
  (await db
    .deleteFrom('passkey')
    .where('userId', '=', userId)
    .where('id', '=', id)
    .returning('name')
    .executeTakeFirst()) ?? null
