import type { Doer } from '@/core/changes/cause'
import { context } from '../context'
import { auth } from './auth'

/** Somebody signed in, and the workspace they work in. Everything in the studio begins with one. */
export interface Member {
  userId: string
  name: string
  email: string
  workspaceId: string
  workspaceName: string
  /** Zone that days and hours are told in. */
  timeZone: string
}

/** The same, as whoever does something is kept. */
export const doerOf = ({ userId, name }: Member): Doer => ({ sort: 'member', id: userId, name })

/** Who is signed in by these request headers; `null` for nobody. */
export async function findMember(headers: Headers): Promise<Member | null> {
  const session = await auth().api.getSession({ headers })
  if (!session) return null
  const { user } = session
  const row = await context()
    .db.selectFrom('member')
    .innerJoin('workspace', 'workspace.id', 'member.workspace_id')
    .select(['workspace.id', 'workspace.name', 'workspace.time_zone'])
    .where('member.user_id', '=', user.id)
    .orderBy('workspace.created_at')
    .executeTakeFirst()
  if (!row) return null
  return {
    userId: user.id,
    name: user.name,
    email: user.email,
    workspaceId: row.id,
    workspaceName: row.name,
    timeZone: row.time_zone,
  }
}
