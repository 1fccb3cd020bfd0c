import type { ExpressionBuilder } from 'kysely'
import type { Role } from '@/core/rights/role'
import type { Runner } from '../database'
import type { Database } from '../schema'

/** Names of the owners of a workspace, the first to join first. */
export const listOwners = async (db: Runner, workspaceId: string): Promise<string[]> => {
  const rows = await db
    .selectFrom('member')
    .innerJoin('user', 'user.id', 'member.user_id')
    .select('user.name')
    .where('member.workspace_id', '=', workspaceId)
    .where('member.role', '=', 'owner')
    .orderBy('member.joined_at')
    .orderBy('user.name')
    .limit(3)
    .execute()
  return rows.map(({ name }) => name)
}

/** A workspace that somebody belongs to. */
export interface Membership {
  workspaceId: string
  workspaceName: string
  /** What the workspace is called in addresses. */
  handle: string
  timeZone: string
  role: Role
}

/** The workspaces that somebody belongs to, the oldest first. */
export const listMemberships = (db: Runner, userId: string): Promise<Membership[]> =>
  db
    .selectFrom('member')
    .innerJoin('workspace', 'workspace.id', 'member.workspace_id')
    .select([
      'workspace.id as workspaceId',
      'workspace.name as workspaceName',
      'workspace.handle',
      'workspace.time_zone as timeZone',
      'member.role',
    ])
    .where('member.user_id', '=', userId)
    .orderBy('workspace.created_at')
    .execute()

/** Somebody who belongs to a workspace. */
export interface MemberRow {
  id: string
  name: string
  email: string
  role: Role
  joinedAt: Date
  /** Whether they sign in with more than a password. */
  hasSecondFactor: boolean
}

/** Everybody who belongs to a workspace, in the order they joined. */
export const listMembersOf = (db: Runner, workspaceId: string): Promise<MemberRow[]> =>
  db
    .selectFrom('member')
    .innerJoin('user', 'user.id', 'member.user_id')
    .select([
      'user.id',
      'user.name',
      'user.email',
      'member.role',
      'member.joined_at as joinedAt',
      'user.twoFactorEnabled as hasSecondFactor',
    ])
    .where('member.workspace_id', '=', workspaceId)
    .orderBy('member.joined_at')
    .orderBy('user.name')
    .execute()

/** Makes somebody a member; whoever is one already stays what they are. */
export async function addMember(db: Runner, workspaceId: string, userId: string, role: Role): Promise<void> {
  await db
    .insertInto('member')
    .values({ workspace_id: workspaceId, user_id: userId, role })
    .onConflict((conflict) => conflict.doNothing())
    .execute()
}

/**
 * Sets what a member may do, or with `null` removes them, one such change of a workspace after the other: it never is
 * without an owner. Gives what the member was called.
 */
export async function setMember(
  tx: Runner,
  workspaceId: string,
  userId: string,
  role: Role | null,
): Promise<{ is: 'set'; name: string } | { is: 'no member' } | { is: 'last owner' }> {
  await tx.selectFrom('workspace').select('id').where('id', '=', workspaceId).forUpdate().executeTakeFirst()
  const members = await listMembersOf(tx, workspaceId)
  const member = members.find(({ id }) => id === userId)
  if (!member) return { is: 'no member' }
  const others = members.filter(({ id, role: theirs }) => id !== userId && theirs === 'owner')
  if (role !== 'owner' && others.length === 0) return { is: 'last owner' }
  const isTheirs = (eb: ExpressionBuilder<Database, 'member'>) => eb.and({ workspace_id: workspaceId, user_id: userId })
  await (role === null
    ? tx.deleteFrom('member').where(isTheirs).execute()
    : tx.updateTable('member').set({ role }).where(isTheirs).execute())
  return { is: 'set', name: member.name }
}

/** Whoever signs in with an address, wherever they work. */
export const findUserByEmail = async (db: Runner, email: string): Promise<{ id: string; name: string } | null> =>
  (await db.selectFrom('user').select(['id', 'name']).where('email', '=', email).executeTakeFirst()) ?? null
