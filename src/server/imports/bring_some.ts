import { randomUUID } from 'node:crypto'
import type { Caused } from '@/core/changes/cause'
import { Ledger } from '@/core/changes/ledger'
import { type Tellable, tellHeld, tellSlot } from '@/core/changes/tell'
import { type Brought, bringRow } from '@/core/imports/bring_row'
import type { ImportPlan } from '@/core/imports/import_plan'
import { readRow, wantedByRow } from '@/core/imports/read_row'
import type { RecordState } from '@/core/records/record'
import { joinWanted } from '@/core/records/wanted'
import { asJson, type Db, type Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import { queueFindingDoubles } from '@/db/queries/doubles'
import {
  type HeldImport,
  holdImport,
  moveImport,
  readRows,
  type ReadRow,
  readSeen,
  type Row,
  tellRows,
} from '@/db/queries/imports'
import { holdRecords, readRecords } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import type { ImportCounts, RowTold } from '@/db/schema_of_imports'
import { storedDoer } from '../changes/storedDoer'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { remove } from '../files/store'
import { placeOfImport } from './takeFile'

/** Rows that are gone through at once: few enough to let what visitors send wait only moments. */
const TOGETHER = 250

/** Changes of a row that are told. */
const MOST_TOLD = 12

/**
 * Goes through the next rows of an import: what they would do is told while it is checked, and done while it is brought
 * in. `false` once there are no more.
 */
export async function bringSome(db: Db, id: string): Promise<boolean> {
  const { workspace_id: workspaceId, state } = (await holdImport(db, id)) ?? {}
  if (workspaceId === undefined) return false
  const isMore =
    state === 'bringing'
      ? await inTurn(db, workspaceId, (tx, now) => goThrough(tx, id, 'bringing', now))
      : await db.transaction().execute((tx) => goThrough(tx, id, 'checking', new Date()))
  if (!isMore && state === 'bringing') await remove(placeOfImport(id))
  return isMore
}

async function goThrough(tx: Runner, id: string, state: 'checking' | 'bringing', now: Date): Promise<boolean> {
  const held = await holdImport(tx, id)
  if (held?.state !== state || held.plan === null) return false
  const { workspace_id: workspaceId, plan, place, counts } = held
  const rows = await readRows(tx, id, place, TOGETHER)
  const last = rows.at(-1)
  if (!last) {
    const ended = state === 'bringing' ? 'done' : 'ready'
    await moveImport(tx, workspaceId, id, [state], { state: ended })
    if (state === 'bringing') await queueFindingDoubles(tx, workspaceId)
    return false
  }
  const told = await goThroughRows(tx, held, plan, rows, state, now)
  await tellRows(tx, id, told)
  const after = told.reduce<ImportCounts>((all, row) => ({ ...all, [row.is]: (all[row.is] ?? 0) + 1 }), counts)
  await moveImport(tx, workspaceId, id, [state], { place: last.n, counts: asJson(after) })
  return true
}

async function goThroughRows(
  tx: Runner,
  held: HeldImport,
  plan: ImportPlan,
  rows: readonly ReadRow[],
  state: 'checking' | 'bringing',
  at: Date,
): Promise<Row[]> {
  const { id, workspace_id: workspaceId, name, place } = held
  const { fields, lists } = await readResources(tx, workspaceId)
  const said = rows.map(({ n, cells }) => {
    const row = readRow(cells, plan, fields, at)
    return { n, row, by: wantedByRow(row) }
  })
  const wanted = joinWanted(said.map(({ by }) => by))
  if (state === 'bringing')
    await lockNames(tx, [
      ...wanted.emails.map((email) => `${workspaceId} ${email}`),
      ...wanted.companyKeys.map((key) => `${workspaceId} company ${key}`),
    ])
  const seen = await readSeen(tx, id, place, wanted.emails)
  const matched = await readRecords(tx, workspaceId, wanted, state === 'bringing')
  // Whoever is moved to another company leaves the one that they belong to.
  const met = new Set(matched.map((one) => one.id))
  const houses = matched.flatMap(({ company }) => (company === null || met.has(company) ? [] : [company]))
  const left = await holdRecords(tx, workspaceId, [...new Set(houses)], state === 'bringing')
  const ledger = new Ledger([...matched, ...left], randomUUID)
  const caused: Caused = { id, workspaceId, cause: { sort: 'import', by: storedDoer(held) }, about: name, at }
  const because = `Brought in from ${name}`
  const told = said.map(({ n, row: one, by }): Row => {
    const known = ledger.near(by)
    const brought = bringRow(one, plan, known, because)
    if (brought.is === 'wrong') return { n, email: null, is: 'wrong', told: { changes: [], wrong: [...brought.wrong] } }
    if (brought.is === 'unknown') return { n, email: brought.email, is: 'unknown', told: null }
    const { email, set } = brought
    const isAgain = seen.has(email)
    seen.add(email)
    const tellable = { record: 'contact' as const, fields, lists }
    const row = { n, email, is: isAgain ? ('again' as const) : brought.is, told: tellRow(brought, known, tellable) }
    if (set.opens.length + set.changes.length + set.ties.length > 0) ledger.do(caused, set)
    return row
  })
  if (state === 'bringing') await write(tx, workspaceId, ledger, place === 0 ? caused : null)
  return told
}

/** Writes what some rows did; the cause is kept with the first of them. */
async function write(tx: Runner, workspaceId: string, ledger: Ledger, caused: Caused | null): Promise<void> {
  await writeChanges(tx, workspaceId, { ...ledger.written(), causes: caused ? [caused] : [] })
}

/** What a row changes, in words, and what of it was left out. */
function tellRow(
  { set, wrong }: Extract<Brought, { set: object }>,
  known: readonly RecordState[],
  tellable: Tellable,
): RowTold {
  const ofRecord = (ref: string): Tellable => {
    const record = known.find(({ id }) => id === ref)?.type ?? (ref === 'company' ? 'company' : 'contact')
    return { ...tellable, record }
  }
  return {
    changes: set.changes.slice(0, MOST_TOLD).map(({ record, slot, from, to }) => ({
      label: `${ofRecord(record).record === 'company' ? 'Company: ' : ''}${tellSlot(slot, ofRecord(record))}`,
      from: tellHeld(slot, from, ofRecord(record)),
      to: tellHeld(slot, to, ofRecord(record)),
    })),
    wrong: [...wrong],
  }
}
