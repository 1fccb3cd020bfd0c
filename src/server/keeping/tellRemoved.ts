import { randomUUID } from 'node:crypto'
import type { DeedName } from '@/core/changes/deeds'
import { causesAlone } from '@/core/changes/ledger'
import type { Runner } from '@/db/database'
import { readClock } from '@/db/queries/clock'
import type { Removed } from '@/db/queries/keeping'
import { writeChanges } from '../changes/writeChanges'

/** Keeps how much was removed from each workspace by a rule. */
export async function tellRemoved(tx: Runner, rule: DeedName, removed: readonly Removed[]): Promise<void> {
  for (const { workspace, n } of removed) {
    if (workspace === null) continue
    const caused = { id: randomUUID(), workspaceId: workspace, cause: { sort: 'keeping' as const, rule } }
    await writeChanges(tx, workspace, causesAlone([{ ...caused, about: String(n), at: await readClock(tx) }]))
  }
}
