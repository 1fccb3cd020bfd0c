import { randomUUID } from 'node:crypto'
import type { Caused } from '@/core/changes/cause'
import { Ledger } from '@/core/changes/ledger'
import { doneToSlots, type Left, putBack, recordsIn } from '@/core/changes/put_back'
import { identityOf } from '@/core/records/record'
import type { Runner } from '@/db/database'
import { countOthers, findTaken, readSlotsOf } from '@/db/queries/causes'
import { readTouchedAfter } from '@/db/queries/imports'
import { holdRecords } from '@/db/queries/records'
import { followContacts } from './followContacts'
import { holdTied } from './holdTied'
import { writeChanges } from './writeChanges'

/** Records that are gone through at once. */
const TOGETHER = 200

/** Before every id there is. */
const NOBODY = '00000000-0000-0000-0000-000000000000'

/** How far the putting back of a cause that did much is: first all others, then the companies they belong to. */
export interface PartingPlace {
  companies: boolean
  /** The last record that was gone through. */
  after: string | null
}

export interface Parted {
  next: PartingPlace
  /** How many records were gone through. */
  records: number
  left: Left[]
}

/**
 * Puts back what a cause did to the next records, as part of another whose own row is kept already; `null` once there
 * are no more. `follows` says whether what goes outside follows.
 */
export async function partNext(
  tx: Runner,
  of: string,
  caused: Caused,
  { companies, after }: PartingPlace,
  follows: boolean,
): Promise<Parted | null> {
  const { workspaceId } = caused
  const ids = await readTouchedAfter(tx, of, { companies, after: after ?? NOBODY }, TOGETHER)
  const last = ids.at(-1)
  if (!last) return companies ? null : { next: { companies: true, after: null }, records: 0, left: [] }
  const slots = doneToSlots([of], await readSlotsOf(tx, workspaceId, [of], ids))
  const all = recordsIn(slots)
  const records = await holdRecords(tx, workspaceId, all)
  const { set, left } = putBack(slots, {
    gone: new Set(records.flatMap((one) => (one.goneBy === null ? [] : [one.id]))),
    others: await countOthers(tx, workspaceId, ids, { own: [of], inHand: [of] }),
    taken: await findTaken(tx, workspaceId, all),
    identity: new Map(records.map((one) => [one.id, identityOf(one.type)])),
  })
  const ledger = new Ledger([...records, ...(await holdTied(tx, workspaceId, records))], randomUUID)
  ledger.do(caused, set)
  const deliveries = follows ? await followContacts(tx, workspaceId, ledger, caused) : []
  // Its cause was kept as it began.
  await writeChanges(tx, workspaceId, { ...ledger.written(), causes: [] }, deliveries)
  return { next: { companies, after: last }, records: ids.length, left }
}

/** What was left, counted by why, with what was left before. */
export const countLeft = (before: Readonly<Record<string, number>>, left: readonly Left[]): Record<string, number> =>
  left.reduce<Record<string, number>>((sum, { why }) => ({ ...sum, [why]: (sum[why] ?? 0) + 1 }), { ...before })
