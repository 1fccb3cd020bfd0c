import { randomUUID } from 'node:crypto'
import type { Caused } from '@/core/changes/cause'
import { errandOn } from '@/core/changes/errand'
import { Ledger } from '@/core/changes/ledger'
import { asJson, type Db, type Runner } from '@/db/database'
import { markUndone } from '@/db/queries/causes'
import {
  dropErrandRecord,
  type HeldErrand,
  holdErrand,
  moveErrand,
  nextRecord,
  queueErrand,
  readWordings,
  takeErrandRecords,
} from '@/db/queries/errands'
import { holdRecords } from '@/db/queries/records'
import { storedDoer } from '../changes/storedDoer'
import { followContacts } from '../changes/followContacts'
import { inTurn } from '../changes/inTurn'
import { countLeft, partNext } from '../changes/partNext'
import { writeChanges } from '../changes/writeChanges'
import { isTemporary, reasonOf } from '../failures'
import { log } from '../log'
import { erasePerson } from '../people/erasePerson'
import { forAMoment } from '../worker/forAMoment'
import type { GiveWay } from '../worker/giveWay'

/** Records that are gone through at once. */
const TOGETHER = 200

/**
 * Goes on with an errand, or with putting it back, some records at a time. Each part is one transaction with how far it
 * is, so that a process that is killed loses nothing and doubles nothing.
 */
export const stepErrand = (db: Db, id: string, way: GiveWay): Promise<void> =>
  forAMoment(
    way,
    () => goOn(db, id),
    () => queueErrand(db, id),
  )

/** Makes the next part of an errand; `false` once there is no more to do. */
export async function goOn(db: Db, id: string): Promise<boolean> {
  const held = await holdErrand(db, id)
  if (!held) return false
  try {
    if (held.state === 'doing' && held.errand.does === 'erase') return await eraseNext(db, held)
    return await inTurn(db, held.workspace_id, (tx, now) => doNext(tx, id, now))
  } catch (error) {
    // What will pass is tried again by the queue.
    if (isTemporary(error)) throw error
    log.error({ error, errand: id }, 'An errand cannot go on')
    const change = { state: 'stopped' as const, error: `It cannot go on: ${reasonOf(error)}` }
    await moveErrand(db, held.workspace_id, id, ['doing', 'parting'], change)
    return false
  }
}

async function doNext(tx: Runner, id: string, at: Date): Promise<boolean> {
  const held = await holdErrand(tx, id)
  if (held?.state === 'parting') return partSome(tx, held, at)
  if (held?.state !== 'doing') return false
  const { workspace_id: workspaceId, errand } = held
  const ids = await takeErrandRecords(tx, id, TOGETHER)
  if (ids.length === 0) {
    await moveErrand(tx, workspaceId, id, ['doing'], { state: 'done' })
    return false
  }
  const records = (await holdRecords(tx, workspaceId, ids)).filter(
    ({ goneBy, type }) => goneBy === null && type === held.type,
  )
  const houses = records.flatMap(({ company }) => company ?? [])
  const ledger = new Ledger([...records, ...(await holdRecords(tx, workspaceId, houses))], randomUUID)
  const wordings =
    errand.does === 'leave' ? await readWordings(tx, workspaceId, errand.list, ids) : new Map<string, string>()
  const by = storedDoer(held)
  const caused: Caused = { id, workspaceId, cause: { sort: 'deed', by, deed: 'doToMany' }, at }
  const because = by.sort === 'program' ? 'Entered through the API' : `Entered by ${by.name}, for many at once`
  let changed = 0
  for (const record of records) {
    const wording = wordings.get(record.id) ?? null
    const set = errandOn(record, errand, { because, note: randomUUID(), wording })
    if (set.changes.length === 0) continue
    changed += 1
    ledger.do(caused, set)
  }
  // Its cause was kept as it began.
  const deliveries = await followContacts(tx, workspaceId, ledger, caused)
  await writeChanges(tx, workspaceId, { ...ledger.written(), causes: [] }, deliveries)
  return moveErrand(tx, workspaceId, id, ['doing'], {
    place: held.place + ids.length,
    changed: held.changed + changed,
  })
}

/** Erases the next of those who are to be: each for itself, so that one that was erased is never in question again. */
async function eraseNext(db: Db, held: HeldErrand): Promise<boolean> {
  const { id, workspace_id: workspaceId } = held
  const next = await nextRecord(db, id)
  if (next === null) {
    await moveErrand(db, workspaceId, id, ['doing'], { state: 'done' })
    return false
  }
  const erased = await erasePerson(db, workspaceId, next, storedDoer(held))
  await db.transaction().execute(async (tx) => {
    const now = await holdErrand(tx, id)
    // Somebody else may have come to the same one.
    if (!now || !(await dropErrandRecord(tx, id, next))) return
    const change = { place: now.place + 1, changed: now.changed + Number(erased.ok) }
    await moveErrand(tx, workspaceId, id, ['doing', 'stopped'], change)
  })
  return true
}

async function partSome(tx: Runner, held: HeldErrand, at: Date): Promise<boolean> {
  const { id, workspace_id: workspaceId, put_back_by: cause, left_over: before } = held
  if (cause === null) return false
  const caused: Caused = { id: cause, workspaceId, cause: { sort: 'put back', by: storedDoer(held), of: id }, at }
  const parted = await partNext(tx, id, caused, { companies: held.parts_companies, after: held.last_id }, true)
  if (!parted) {
    await moveErrand(tx, workspaceId, id, ['parting'], { state: 'parted' })
    if (Object.keys(before).length === 0) await markUndone(tx, workspaceId, id, cause)
    return false
  }
  return moveErrand(tx, workspaceId, id, ['parting'], {
    parts_companies: parted.next.companies,
    last_id: parted.next.after,
    place: held.place + parted.records,
    left_over: asJson(countLeft(before, parted.left)),
  })
}
