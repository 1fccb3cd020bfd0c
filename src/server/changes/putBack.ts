import { randomUUID } from 'node:crypto'
import type { Doer } from '@/core/changes/cause'
import { whyForGood } from '@/core/changes/deeds'
import { Ledger } from '@/core/changes/ledger'
import { doneToSlots, type Left, putBack as planPuttingBack, recordsIn } from '@/core/changes/put_back'
import { readSlot } from '@/core/changes/slot'
import { identityOf, titleOf } from '@/core/records/record'
import type { Db, Runner } from '@/db/database'
import { countOthers, findCause, findTaken, markUndone, readAbout, readChain, readSlotsOf } from '@/db/queries/causes'
import { findAnswersBefore, swapAnswers } from '@/db/queries/corrections'
import { stopWaiting, waitAgain } from '@/db/queries/deliveries'
import { holdRecords } from '@/db/queries/records'
import { type Done, done, notDone } from '../done'
import { isTaken } from '../failures'
import { followContacts } from './followContacts'
import { holdTied } from './holdTied'
import { inTurn } from './inTurn'
import { writeChanges } from './writeChanges'

export interface PutBackWish {
  /** The cause whose doing is put back. */
  cause: string
  /** One slot of one record; all that the cause did, where left out. */
  only?: { record: string; slot: string } | undefined
  /** Whether what was changed since is put back as well. */
  despite?: boolean | undefined
}

export interface WasPutBack {
  /** The cause that this is; `null` where nothing was left to put back. */
  cause: string | null
  left: Left[]
}

/**
 * Puts back what a cause did, all of it or one slot. What was changed since is told and left alone, unless it is wished
 * otherwise. A cause that was put back as a whole can be put back no more, until that is put back itself.
 */
export async function putBack(db: Db, workspaceId: string, wish: PutBackWish, by: Doer): Promise<Done<WasPutBack>> {
  try {
    return await inTurn(db, workspaceId, (tx, now) => putBackNow(tx, workspaceId, wish, by, now))
  } catch (error) {
    if (isTaken(error)) return notDone(409, 'Another record has that name by now.')
    throw error
  }
}

async function putBackNow(
  tx: Runner,
  workspaceId: string,
  { cause: of, only, despite }: PutBackWish,
  by: Doer,
  at: Date,
): Promise<Done<WasPutBack>> {
  const cause = await findCause(tx, workspaceId, of)
  if (!cause) return notDone(404, 'There is no such cause.')
  const forGood = whyForGood(cause.deed)
  if (forGood !== null) return notDone(409, forGood)
  const kept = only ? null : await whatKeepsItWhole(tx, workspaceId, cause)
  if (kept !== null) return notDone(409, kept)
  if (cause.undoneBy !== null && !only) return notDone(409, 'That has been put back already.')
  const slots = doneToSlots([of], await readSlotsOf(tx, workspaceId, [of])).filter(
    ({ record, slot }) => !only || (record === only.record && slot === only.slot),
  )
  if (only && cause.sort === 'merge' && readSlot(only.slot).is !== 'field')
    return notDone(409, 'Records that were merged are parted as a whole: put the merge back.')
  if (only && slots.length === 0) return notDone(404, 'That cause changed nothing there.')
  const ids = recordsIn(slots)
  const records = await holdRecords(tx, workspaceId, ids)
  const chain = await readChain(tx, workspaceId, of)
  const { set, left } = planPuttingBack(
    slots,
    {
      gone: new Set(records.flatMap(({ id, goneBy }) => (goneBy === null ? [] : [id]))),
      others: await countOthers(tx, workspaceId, ids, { own: chain, inHand: await readAbout(tx, workspaceId, of) }),
      taken: await findTaken(tx, workspaceId, ids),
      identity: new Map(records.map(({ id, type }) => [id, identityOf(type)])),
    },
    despite,
  )
  // What was done first may have corrected answers, and nothing else.
  const answers = only ? null : await findAnswersBefore(tx, workspaceId, chain)
  if (answers?.correctedSince) return notDone(409, 'The answers were corrected again since. Put that back first.')
  const changesNothing = set.changes.length + set.ties.length === 0
  if (changesNothing && (answers === null || left.length > 0)) return done({ cause: null, left })
  const ledger = new Ledger([...records, ...(await holdTied(tx, workspaceId, records))], randomUUID)
  const id = randomUUID()
  const about = (cause.about || records.map(titleOf).join(', ')).slice(0, 300)
  const caused = { id, workspaceId, cause: { sort: 'put back' as const, by, of }, about, at }
  ledger.do(caused, set)
  await writeChanges(tx, workspaceId, ledger.written(), await followContacts(tx, workspaceId, ledger, caused))
  if (!only && left.length === 0) {
    await markUndone(tx, workspaceId, of, id)
    if (answers) await swapAnswers(tx, workspaceId, answers.cause)
    // Mails that went out stay out; what still waits for its time need not.
    await (cause.sort === 'put back' && cause.of !== null
      ? waitAgain(tx, workspaceId, cause.of)
      : stopWaiting(tx, workspaceId, of, by.name))
  }
  return done({ cause: id, left })
}

/** What an import did, or was done to many, is a job of its own to put back; why a cause is not put back here, if it is not. */
async function whatKeepsItWhole(
  tx: Runner,
  workspaceId: string,
  { sort, deed, of }: { sort: string; deed: string; of: string | null },
): Promise<string | null> {
  if (sort === 'import') return 'What an import did is put back on the page of the import.'
  if (deed === 'doToMany') return 'What was done to many at once is put back where it is told.'
  const before = sort === 'put back' && of !== null ? await findCause(tx, workspaceId, of) : undefined
  if (before?.deed === 'doToMany') return 'Do it to them again instead.'
  return before?.sort === 'import' ? 'Bring the file in again instead.' : null
}
