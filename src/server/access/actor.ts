import type { Doer } from '@/core/changes/cause'
import type { Right } from '@/core/rights/right'
import type { Role } from '@/core/rights/role'
import type { Context } from '../context'

/** Who does something, and for which workspace: a member, or a program with its token. */
export interface Actor {
  context: Context
  workspaceId: string
  doer: Doer
  /** The member’s address, where a member does it. */
  email: string | null
  /** What a member is in the workspace; `null` for a program. */
  role: Role | null
  rights: ReadonlySet<Right>
}

/** The member who does it; `null` where a program does. */
export const memberOf = ({ doer }: Pick<Actor, 'doer'>): string | null => (doer.sort === 'member' ? doer.id : null)
