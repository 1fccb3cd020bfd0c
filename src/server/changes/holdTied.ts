import { type Held, tiedIds } from '@/core/changes/ledger'

import type { Runner } from '@/db/database'
import { holdRecords } from '@/db/queries/records'

/** Holds what records belong to by now, where that is not in hand yet: whoever unties them tells it by name. */
export function holdTied(tx: Runner, workspaceId: string, records: readonly Held[]): Promise<Held[]> {
  const inHand = new Set(records.map(({ id }) => id))
  return holdRecords(
    tx,
    workspaceId,
    [...new Set(records.flatMap(tiedIds))].filter((id) => !inHand.has(id)),
  )
}
