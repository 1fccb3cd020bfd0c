import { randomUUID } from 'node:crypto'
import type { Doer } from '@/core/changes/cause'
import type { DeedName } from '@/core/changes/deeds'
import { causesAlone } from '@/core/changes/ledger'
import { cutText } from '@/core/formats/text'
import type { Runner } from '@/db/database'
import { hasHappened } from '@/db/queries/causes'
import { readClock } from '@/db/queries/clock'
import { writeChanges } from './writeChanges'

/** Longest that is kept of what something was done to, in characters. */
const LONGEST = 300

/**
 * Keeps who did what, of a deed that changes nothing about people. Within `onceIn` minutes the same, done to the same by
 * the same, is kept once.
 */
export async function leaveCause(
  db: Runner,
  workspaceId: string,
  by: Doer,
  deed: DeedName,
  what: string,
  onceIn?: number,
): Promise<void> {
  const about = cutText(what, LONGEST)
  if (onceIn !== undefined && (await hasHappened(db, workspaceId, { by, deed, about }, onceIn))) return
  const caused = { id: randomUUID(), workspaceId, cause: { sort: 'deed' as const, by, deed }, about }
  await writeChanges(db, workspaceId, causesAlone([{ ...caused, at: await readClock(db) }]))
}
