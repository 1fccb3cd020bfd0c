import { sql } from 'kysely'
import type { Runner } from '../database'

/** What an address that works once is for. */
export type WayInPurpose = { is: 'open workspace'; email: string } | { is: 'new password'; userId: string }

export async function insertWayIn(db: Runner, id: string, purpose: WayInPurpose, hours: number): Promise<void> {
  await db
    .insertInto('way_in')
    .values({
      id,
      purpose: purpose.is,
      email: purpose.is === 'open workspace' ? purpose.email : '',
      user_id: purpose.is === 'new password' ? purpose.userId : null,
      expires_at: sql<Date>`now() + make_interval(hours => ${hours})`,
    })
    .execute()
}

/** What a way in is for, while it still works; `lock` keeps others from using it meanwhile. */
export async function findWayIn(db: Runner, id: string, lock = false): Promise<WayInPurpose | null> {
  const row = await db
    .selectFrom('way_in')
    .select(['purpose', 'email', 'user_id'])
    .where('id', '=', id)
    .where('used_at', 'is', null)
    .where('expires_at', '>', sql<Date>`now()`)
    .$if(lock, (query) => query.forUpdate())
    .executeTakeFirst()
  if (!row) return null
  return row.user_id === null ? { is: 'open workspace', email: row.email } : { is: 'new password', userId: row.user_id }
}

/** Uses a way in up, and with it every other that leads to the same. */
export async function useWayIn(db: Runner, id: string, purpose: WayInPurpose): Promise<void> {
  await db
    .updateTable('way_in')
    .set({ used_at: sql<Date>`now()` })
    .where('used_at', 'is', null)
    .where((eb) => (purpose.is === 'new password' ? eb('user_id', '=', purpose.userId) : eb('id', '=', id)))
    .execute()
}

/** Whether nobody can sign in here yet. */
export async function isUnowned(db: Runner): Promise<boolean> {
  return (await db.selectFrom('user').select('id').limit(1).executeTakeFirst()) === undefined
}

/** Whoever signs in with an address, and the mail domain of their first workspace. */
export const findUser = (db: Runner, email: string) =>
  db
    .selectFrom('user')
    .innerJoin('member', 'member.user_id', 'user.id')
    .innerJoin('workspace', 'workspace.id', 'member.workspace_id')
    .select([
      'user.id',
      'user.name',
      'user.email',
      'workspace.id as workspaceId',
      'workspace.mail_domain as mailDomain',
    ])
    .where('user.email', '=', email)
    .orderBy('workspace.created_at')
    .executeTakeFirst()

/** Sets somebody’s password, and signs them out everywhere. */
export async function setPassword(db: Runner, userId: string, hash: string): Promise<void> {
  await db
    .updateTable('account')
    .set({ password: hash })
    .where('userId', '=', userId)
    .where('providerId', '=', 'credential')
    .execute()
  await sql`delete from session where "userId" = ${userId}`.execute(db)
}
