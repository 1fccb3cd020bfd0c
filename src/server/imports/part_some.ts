import { randomUUID } from 'node:crypto'
import type { Caused, Doer } from '@/core/changes/cause'
import { Ledger } from '@/core/changes/ledger'
import { doneToSlots, putBack, recordsIn } from '@/core/changes/put_back'
import { identityOf } from '@/core/records/record'
import { asJson, type Db, type Runner } from '@/db/database'
import { countOthers, findTaken, markUndone, readSlotsOf } from '@/db/queries/causes'
import { holdImport, moveImport, readTouchedAfter } from '@/db/queries/imports'
import { holdRecords } from '@/db/queries/records'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'

/** Records that are gone through at once. */
const TOGETHER = 200

/** Before every id there is. */
const NOBODY = '00000000-0000-0000-0000-000000000000'

/** Puts back what an import did to the next records, people before the companies they belong to; `false` once there are no more. */
export async function partSome(db: Db, id: string): Promise<boolean> {
  const held = await holdImport(db, id)
  return held ? inTurn(db, held.workspace_id, (tx, now) => partNow(tx, id, now)) : false
}

async function partNow(tx: Runner, id: string, at: Date): Promise<boolean> {
  const held = await holdImport(tx, id)
  if (held?.state !== 'parting' || held.put_back_by === null) return false
  const { workspace_id: workspaceId, put_back_by: cause, left_over: before } = held
  const from = { companies: held.parts_companies, after: held.parted_to ?? NOBODY }
  const ids = await readTouchedAfter(tx, id, from, TOGETHER)
  const last = ids.at(-1)
  if (!last && !from.companies)
    return moveImport(tx, workspaceId, id, ['parting'], { parts_companies: true, parted_to: null })
  if (!last) {
    await moveImport(tx, workspaceId, id, ['parting'], { state: 'parted' })
    if (Object.keys(before).length === 0) await markUndone(tx, workspaceId, id, cause)
    return false
  }
  const slots = doneToSlots([id], await readSlotsOf(tx, workspaceId, [id], ids))
  const all = recordsIn(slots)
  const records = await holdRecords(tx, workspaceId, all)
  const { set, left } = putBack(slots, {
    gone: new Set(records.flatMap((one) => (one.goneBy === null ? [] : [one.id]))),
    others: await countOthers(tx, workspaceId, ids, { own: [id], inHand: [id] }),
    taken: await findTaken(tx, workspaceId, all),
    identity: new Map(records.map((one) => [one.id, identityOf(one.type)])),
  })
  const houses = records.flatMap(({ company }) => (company === null || all.includes(company) ? [] : [company]))
  const ledger = new Ledger([...records, ...(await holdRecords(tx, workspaceId, houses))], randomUUID)
  const by: Doer = { sort: 'member', id: held.member_id ?? '', name: held.who }
  const caused: Caused = { id: cause, workspaceId, cause: { sort: 'put back', by, of: id }, about: held.name, at }
  ledger.do(caused, set)
  // Its cause was kept as it began.
  await writeChanges(tx, workspaceId, { ...ledger.written(), causes: [] })
  const leftOver = left.reduce<Record<string, number>>(
    (sum, { why }) => ({ ...sum, [why]: (sum[why] ?? 0) + 1 }),
    before,
  )
  await moveImport(tx, workspaceId, id, ['parting'], {
    parted_to: last,
    place: held.place + ids.length,
    left_over: asJson(leftOver),
  })
  return true
}
