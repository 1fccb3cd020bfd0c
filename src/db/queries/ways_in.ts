import { sql } from 'kysely'
import type { Role } from '@/core/rights/role'
import type { Runner } from '../database'

/** What an address that works once is for. */
export type WayInPurpose =
  | { is: 'open workspace'; email: string }
  | { is: 'new password'; userId: string }
  /** Somebody is invited to a workspace, by a member. */
  | { is: 'join'; email: string; workspaceId: string; role: Role; askedBy: string }

export async function insertWayIn(db: Runner, id: string, purpose: WayInPurpose, hours: number): Promise<void> {
  await db
    .insertInto('way_in')
    .values({
      id,
      purpose: purpose.is,
      email: purpose.is === 'new password' ? '' : purpose.email,
      user_id: purpose.is === 'new password' ? purpose.userId : null,
      ...(purpose.is === 'join'
        ? { workspace_id: purpose.workspaceId, role: purpose.role, asked_by: purpose.askedBy }
        : {}),
      expires_at: sql<Date>`now() + make_interval(hours => ${hours})`,
    })
    .execute()
}

/** What a way in is for, while it still works; `lock` keeps others from using it meanwhile. */
export async function findWayIn(db: Runner, id: string, lock = false): Promise<WayInPurpose | null> {
  const row = await db
    .selectFrom('way_in')
    .select(['purpose', 'email', 'user_id', 'workspace_id', 'role', 'asked_by'])
    .where('id', '=', id)
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', sql<Date>`now()`)
    .$if(lock, (query) => query.forUpdate())
    .executeTakeFirst()
  if (!row) return null
  const { email, user_id: userId, workspace_id: workspaceId, role, asked_by: askedBy } = row
  if (userId !== null) return { is: 'new password', userId }
  if (workspaceId === null || role === null) return { is: 'open workspace', email }
  return { is: 'join', email, workspaceId, role, askedBy: askedBy ?? '' }
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

/** An invitation that nobody has followed yet. */
export interface Invitation {
  id: string
  email: string
  role: Role
  by: string | null
  at: Date
  until: Date
}

/** Invitations to a workspace that still work, the latest first. */
export const listInvitations = async (db: Runner, workspaceId: string): Promise<Invitation[]> => {
  const rows = await db
    .selectFrom('way_in')
    .leftJoin('user', 'user.id', 'way_in.asked_by')
    .select(['way_in.id', 'way_in.email', 'role', 'user.name as by', 'created_at as at', 'expires_at as until'])
    .where('workspace_id', '=', workspaceId)
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', sql<Date>`now()`)
    .orderBy('created_at', 'desc')
    .execute()
  return rows.flatMap((row) => (row.role === null ? [] : [{ ...row, role: row.role }]))
}

/** Withdraws invitations to a workspace, one by its id or all to an address; gives the addresses of those that worked. */
export const withdrawInvitations = async (
  db: Runner,
  workspaceId: string,
  which: { id: string } | { email: string },
): Promise<string[]> => {
  const rows = await db
    .updateTable('way_in')
    .set({ withdrawn_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', sql<Date>`now()`)
    .where((eb) => ('id' in which ? eb('id', '=', which.id) : eb('email', '=', which.email)))
    .returning('email')
    .execute()
  return rows.map(({ email }) => email)
}
