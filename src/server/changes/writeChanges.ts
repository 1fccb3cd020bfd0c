import type { Written } from '@/core/changes/ledger'
import type { Runner } from '@/db/database'
import { addCauses } from '@/db/queries/causes'
import { addDeliveries, type NewDelivery } from '@/db/queries/deliveries'
import { addChanges, writeMemberships, writeNotes, writeRecords } from '@/db/queries/records'

/**
 * The one writer: puts what any number of causes come to into the database, one statement a table. Nothing else writes
 * records, their changes, memberships, notes or deliveries.
 */
export async function writeChanges(
  tx: Runner,
  workspaceId: string,
  { causes, records, changes, lists, notes }: Written,
  deliveries: readonly NewDelivery[] = [],
): Promise<void> {
  await addCauses(tx, causes)
  await writeRecords(tx, workspaceId, records)
  await addChanges(tx, workspaceId, changes)
  await writeMemberships(tx, workspaceId, lists)
  await writeNotes(tx, workspaceId, notes)
  await addDeliveries(tx, deliveries)
}
