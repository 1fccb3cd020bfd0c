import type { Doer } from '@/core/changes/cause'
import type { Db } from '@/db/database'
import { takeFile } from '@/server/imports/takeFile'
import { addContact } from '@/server/people/addContact'
import { changeRecord } from '@/server/people/changeRecord'
import { addNote } from '@/server/people/notes'
import { addressBook, DOUBLES } from './address_book'
import { type DemoPerson, personOf } from './company'
import type { Chance } from './random'

/** Where the demo company is loaded to, and who is taken to do it. */
export interface House {
  db: Db
  workspaceId: string
  by: Doer
  chance: Chance
  daysAgo(days: number): Date
}

/** So many people whom the company knew before; gives their ids. */
export async function makeContacts(house: House, count: number, days: number): Promise<string[]> {
  const ids: string[] = []
  for (let n = 0; n < count; n++) ids.push(await enter(house, personOf(n), 'Taken over from the address book', days))
  return ids
}

/** What an address book leaves behind: people who are there twice, and one that waits to be brought in. */
export async function leaveAddressBook(house: House): Promise<void> {
  for (const person of DOUBLES) await enter(house, person, 'Written down at the fair', 40)
  await takeFile(house.db, house.workspaceId, 'adressbuch.csv', addressBook(), house.by)
}

async function enter(
  { db, workspaceId, by, daysAgo }: House,
  { company, ...values }: DemoPerson,
  because: string,
  days: number,
): Promise<string> {
  const added = await addContact(db, workspaceId, { values, company, because, at: daysAgo(days) }, by)
  if (!added.ok) throw new Error(added.message)
  return added.id
}

/** Deals that somebody has gone on with, and what was noted of some. */
const MOVED = 160
const NOTES = [
  'Rang on Monday: wants to see the front loader first.',
  'The offer is with their head of school until the end of the month.',
  'Asks for delivery before term starts.',
]

/** The oldest so many deals, by id. */
export async function oldestDeals({ db, workspaceId }: House, count: number): Promise<string[]> {
  const deals = await db
    .selectFrom('record')
    .select('id')
    .where('workspace_id', '=', workspaceId)
    .where('type', '=', 'deal')
    .orderBy('created_at')
    .limit(count)
    .execute()
  return deals.map(({ id }) => id)
}

/** Somebody has gone on with the older deals: the older one is, the further it is. */
export async function moveDeals(house: House): Promise<void> {
  const { db, workspaceId, by, chance } = house
  for (const [n, id] of (await oldestDeals(house, MOVED)).entries()) {
    const isOld = n < MOVED / 2
    const stage = chance.weigh([
      { weight: 4, value: 'called' },
      { weight: 3, value: 'offer_sent' },
      { weight: isOld ? 3 : 1, value: 'won' },
      { weight: isOld ? 4 : 1, value: 'lost' },
    ]).value
    const moved = await changeRecord(db, workspaceId, id, { stage }, by)
    if (!moved.ok) throw new Error(moved.message)
    if (n % 20 === 0) await addNote(db, workspaceId, id, chance.pick(NOTES), by)
  }
}
