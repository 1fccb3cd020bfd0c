import { randomUUID } from 'node:crypto'
import type { Doer } from '@/core/changes/cause'
import { causesAlone } from '@/core/changes/ledger'
import { targetOf } from '@/core/dispatch/targets/registry'
import type { Db } from '@/db/database'
import { holdBinned } from '@/db/queries/bin'
import { eraseDeliveries, eraseSubmissions, giveUpFiles } from '@/db/queries/erasing'
import { readTellingDeliveries } from '@/db/queries/traces'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { emptied, forgetContents, readFormsOf } from './empty_submissions'

/** Removes submissions for good that are in the bin: nothing of them is left that tells of anybody. Gives how many. */
export async function removeSubmissions(
  db: Db,
  workspaceId: string,
  ids: readonly string[],
  by: Doer,
): Promise<number> {
  const removed = await inTurn(db, workspaceId, async (tx, at) => {
    const found = await holdBinned(tx, workspaceId, ids)
    if (found.length === 0) return { count: 0, files: [] }
    const sent = found.map(({ id }) => id)
    const cause = randomUUID()
    const caused = { id: cause, workspaceId, cause: { sort: 'deed' as const, by, deed: 'removeSubmissions' as const } }
    await writeChanges(tx, workspaceId, causesAlone([{ ...caused, about: String(found.length), at }]))
    const nobody = { ids: [], addresses: [], causes: [] }
    const telling = await readTellingDeliveries(tx, workspaceId, nobody, { theirs: sent, others: [] })
    const formOf = await readFormsOf(tx, found)
    const files = await giveUpFiles(tx, sent, [])
    await eraseSubmissions(
      tx,
      workspaceId,
      cause,
      found.map((one) => emptied(formOf(one), one)),
    )
    await eraseDeliveries(
      tx,
      telling.map((one) => ({ ...one, body: targetOf(one.body.to).nameless(one.body), because: '', error: null })),
      by.name,
    )
    return { count: found.length, files }
  })
  await forgetContents(db, { files: removed.files, imports: [] })
  return removed.count
}
