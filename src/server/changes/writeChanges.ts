import type { Written } from '@/core/changes/ledger'
import type { Runner } from '@/db/database'
import { addDeliveries, type NewDelivery } from '@/db/queries/deliveries'
import { writeAll } from '@/db/queries/written'

/**
 * The one writer: puts what any number of causes come to into the database at once. Nothing else writes records, their
 * changes, memberships, notes or deliveries.
 */
export async function writeChanges(
  tx: Runner,
  workspaceId: string,
  written: Written,
  deliveries: readonly NewDelivery[] = [],
): Promise<void> {
  await writeAll(tx, workspaceId, written)
  await addDeliveries(tx, deliveries)
}
