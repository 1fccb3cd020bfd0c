import { randomUUID } from 'node:crypto'
import type { Caused, Doer } from '@/core/changes/cause'
import { type Held, Ledger } from '@/core/changes/ledger'
import { type Choice, mergeRecords as planMerge, type Merging, weighMerge } from '@/core/changes/merge'
import { titleOf } from '@/core/records/record'
import type { Db, Runner } from '@/db/database'
import { readBelongings, readSetBy } from '@/db/queries/merging'
import { holdRecords } from '@/db/queries/records'
import { followContacts } from '../changes/followContacts'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { type Done, done, notDone } from '../done'

/** Records that are to be one: those in `gone` become part of `kept`. */
export interface MergeWish {
  kept: string
  gone: readonly string[]
  /** By slot, the record whose value is taken; what is left out takes the better one. */
  take: Readonly<Record<string, string>>
}

/** Merges contacts, or companies, into one. Nothing of any of them is lost, and the cause can be put back. */
export const mergeRecords = (db: Db, workspaceId: string, wish: MergeWish, by: Doer): Promise<Done<string>> =>
  inTurn(db, workspaceId, async (tx, at) => {
    const weighed = await weigh(tx, workspaceId, wish.kept, wish.gone, true)
    if (!weighed.ok) return weighed
    const { kept, gone, choices } = weighed.value
    const belongings = await readBelongings(tx, workspaceId, wish.gone)
    const set = planMerge({ kept, gone }, choices, new Map(Object.entries(wish.take)), belongings)
    const others = [...belongings.tied.map(({ record }) => record), ...companiesOf([kept, ...gone])]
    const inHand = new Map([kept, ...gone, ...(await holdRecords(tx, workspaceId, others))].map((one) => [one.id, one]))
    // What belongs to them belongs to others as well, which are told by name.
    for (const one of await holdRecords(tx, workspaceId, companiesOf([...inHand.values()]))) inHand.set(one.id, one)
    const ledger = new Ledger(inHand.values(), randomUUID)
    // Who is called the same is told by what they are known by.
    const called = (one: Held) => (titleOf(one) === titleOf(kept) ? one.key : titleOf(one))
    const about = `${gone.map(called).join(', ')} into ${titleOf(kept)}`.slice(0, 300)
    const caused: Caused = { id: randomUUID(), workspaceId, cause: { sort: 'merge', by }, about, at }
    ledger.do(caused, set)
    await writeChanges(tx, workspaceId, ledger.written(), await followContacts(tx, workspaceId, ledger, caused))
    return done(caused.id)
  })

const companiesOf = (records: readonly Held[]): string[] => [
  ...new Set(records.flatMap(({ company }) => (company === null ? [] : [company]))),
]

export interface Weighed extends Merging {
  choices: Choice[]
}

/** What merging these would choose between; the first is kept. */
export async function weigh(
  db: Runner,
  workspaceId: string,
  keptId: string,
  goneIds: readonly string[],
  lock = false,
): Promise<Done<Weighed>> {
  const ids = [keptId, ...goneIds]
  if (new Set(ids).size !== ids.length) return notDone(422, 'A record cannot be merged with itself.')
  const held = new Map((await holdRecords(db, workspaceId, ids, lock)).map((one) => [one.id, one]))
  const records = ids.flatMap((id) => held.get(id) ?? [])
  const [kept, ...gone] = records
  if (!kept || records.length < ids.length || records.some(({ goneBy }) => goneBy !== null))
    return notDone(404, 'One of these is gone. Look again.')
  if (records.some(({ type }) => type !== kept.type || (type !== 'contact' && type !== 'company')))
    return notDone(422, 'People are merged with people, and companies with companies.')
  const setBy = new Map((await readSetBy(db, workspaceId, ids)).map((one) => [`${one.record} ${one.slot}`, one]))
  const choices = weighMerge({ kept, gone }, (record, slot) => {
    const by = setBy.get(`${record} ${slot}`)
    return by ? { at: by.at, byHand: by.sort === 'member', who: by.who } : null
  })
  return done({ kept, gone, choices })
}
