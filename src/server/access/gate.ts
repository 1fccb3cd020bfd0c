import { keepApart } from '@/core/formats/direction'
import { RIGHTS, type Right } from '@/core/rights/right'
import { ROLES } from '@/core/rights/role'
import { listOwners } from '@/db/queries/members'
import { type NotDone, notDone } from '../done'
import type { Actor } from './actor'

/**
 * The one gate: every deed, page, list, export and file asks here whether somebody may. `null` lets them; else it is
 * said what they may not, and who can give it.
 */
export async function askGate(
  by: Pick<Actor, 'context' | 'workspaceId' | 'role' | 'rights'>,
  right: Right,
): Promise<NotDone | null> {
  if (by.rights.has(right)) return null
  const what = RIGHTS[right]
  const owners = await listOwners(by.context.db, by.workspaceId)
  const whoCan = owners.length > 0 ? `${owners.map(keepApart).join(' or ')} can` : 'Whoever owns the workspace can'
  return by.role === null
    ? notDone(403, `This token may not ${what}. ${whoCan} make one that may.`, { right })
    : notDone(403, `As ${ROLES[by.role]?.title.toLowerCase() ?? by.role} you may not ${what}. ${whoCan} change that.`, {
        right,
      })
}
