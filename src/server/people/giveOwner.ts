import { NO_CHANGES } from '@/core/changes/change_set'
import type { Doer } from '@/core/changes/cause'
import { ownerInSlot } from '@/core/changes/ledger'
import { OWNER_SLOT, sameHeld } from '@/core/changes/slot'
import type { Db } from '@/db/database'
import { readResources } from '@/db/queries/workspace'
import { type Done, notDone } from '../done'
import { changeOne } from './changeRecord'

/** Gives a record an owner, a member who may see people; `null` leaves it to nobody. */
export async function giveOwner(
  db: Db,
  workspaceId: string,
  id: string,
  member: string | null,
  by: Doer,
): Promise<Done<string | null>> {
  const { members } = await readResources(db, workspaceId)
  const owner = members.find((one) => one.id === member) ?? null
  if (member !== null && owner === null) return notDone(422, 'That is no member who may see people.')
  return changeOne(db, workspaceId, id, { by, deed: 'giveOwner' }, (record) => {
    const [from, to] = [ownerInSlot(record.owner), ownerInSlot(owner)]
    const change = { record: id, slot: OWNER_SLOT, from, to, because: `Given by ${by.name}` }
    return sameHeld(OWNER_SLOT, from, to) ? NO_CHANGES : { ...NO_CHANGES, changes: [change] }
  })
}
