import { NO_CHANGES } from '@/core/changes/change_set'
import { tellLeft } from '@/core/changes/leaving'
import { slotOfList } from '@/core/changes/slot'
import type { Db } from '@/db/database'
import { readWordings } from '@/db/queries/leaving'
import { changeWith } from '../people/changeRecord'

/** Longest reason that is kept, in letters. */
const LONGEST_REASON = 500

/**
 * Takes somebody off lists because they wish it, whichever are not among those they `stay` on. Nobody is asked who they
 * are: whoever has the mail may. No import, and nobody by hand, puts them on again without a new consent.
 */
export async function leaveLists(
  db: Db,
  workspaceId: string,
  contact: string,
  stay: readonly string[],
  reason: string,
): Promise<void> {
  const because = tellLeft(reason.slice(0, LONGEST_REASON))
  await changeWith(db, workspaceId, contact, { sort: 'visitor', deed: 'leaveLists' }, async (record, tx) => {
    const left = record.lists.filter((list) => !stay.includes(list))
    const wordings = await readWordings(tx, workspaceId, contact, left)
    return {
      ...NO_CHANGES,
      changes: wordings.map(({ list, wording }) => ({
        record: contact,
        slot: slotOfList(list),
        from: wording,
        to: null,
        because,
      })),
    }
  })
}
