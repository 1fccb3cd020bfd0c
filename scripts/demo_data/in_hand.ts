import type { Segment } from '@/core/segments/segment'
import { addSubmissionNote, binSubmissions } from '@/db/queries/bin'
import { saveSegment } from '@/db/queries/segments'
import { saveDesk } from '@/db/queries/workspace'
import { addUser } from '@/server/access/openWorkspace'
import { addMember } from '@/db/queries/members'
import { readConfig } from '@/server/config'
import { giveOwner } from '@/server/people/giveOwner'
import { correctAnswers } from '@/server/submissions/correctAnswers'
import { DESKS } from './company'
import { type House, oldestDeals } from './people'

/** Colleagues who see to deals; neither signs in. */
const COLLEAGUES = [
  { name: 'Kim', email: 'kim@tarnfield.example' },
  { name: 'Runa', email: 'runa@tarnfield.example' },
]

/** Colleagues, of whom each sees to what comes to a desk; gives their ids. */
export async function addColleagues({ db, workspaceId, by }: House): Promise<string[]> {
  const colleagues: { id: string; name: string }[] = []
  for (const { name, email } of COLLEAGUES) {
    const id = await addUser(db, { name, email, password: crypto.randomUUID() })
    if (id === null) throw new Error(`${email} is taken`)
    await addMember(db, workspaceId, id, 'editor')
    colleagues.push({ id, name })
  }
  const [north, south] = DESKS
  if (north) await saveDesk(db, workspaceId, { ...north, owners: colleagues })
  if (south) await saveDesk(db, workspaceId, { ...south, owners: [{ id: by.id, name: by.name }] })
  return [by.id, ...colleagues.map(({ id }) => id)]
}

/** Most deals that somebody sees to: the latest are nobody’s yet. */
const OWNED = 120

/** Gives the older deals owners, each in turn. */
export async function giveOwners(house: House, owners: readonly string[]): Promise<void> {
  const { db, workspaceId, by } = house
  for (const [n, id] of (await oldestDeals(house, OWNED)).entries()) {
    const given = await giveOwner(db, workspaceId, id, owners[n % owners.length] ?? null, by)
    if (!given.ok) throw new Error(given.message)
  }
}

const SEGMENTS: Segment[] = [
  {
    name: 'shared_studios_north',
    title: 'North, shared studios',
    condition: {
      all: [
        { value: 'contact.region', is: 'equals', to: 'north' },
        { value: 'contact.studio_size', is: 'at_least', to: 4 },
      ],
    },
  },
  {
    name: 'readers_who_asked',
    title: 'Readers who asked for a kiln',
    condition: {
      all: [
        { value: 'lists', is: 'includes', to: ['firing_notes'] },
        { value: 'sent', is: 'includes', to: ['kiln-finder'] },
      ],
    },
  },
  {
    name: 'quiet_stoneware',
    title: 'Stoneware, quiet for 60 days',
    condition: {
      all: [
        { value: 'contact.ware', is: 'one_of', to: ['stoneware', 'porcelain'] },
        { none: [{ value: 'days_since', is: 'at_most', to: 60 }] },
      ],
    },
  },
]

export async function saySegments({ db, workspaceId, by }: House): Promise<void> {
  for (const segment of SEGMENTS) await saveSegment(db, workspaceId, segment, by.name)
}

/** Somebody rang, and how many share their kiln was not what they had sent. */
export async function correctOne({ db, workspaceId, by }: House): Promise<void> {
  const sent = await db
    .selectFrom('submission')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .select(['submission.id', 'submission.values'])
    .where('submission.workspace_id', '=', workspaceId)
    .where('form.slug', '=', 'kiln-finder')
    .where('submission.state', '=', 'applied')
    .orderBy('submission.seq', 'desc')
    .limit(200)
    .execute()
  const wrong = sent.find(({ values }) => values.people_sharing === 2)
  if (!wrong) throw new Error('Nobody says that two share a kiln')
  const wish = { values: { people_sharing: 5 }, records: true, send: [], stop: [] }
  const corrected = await correctAnswers(db, readConfig(), workspaceId, wrong.id, wish, by)
  if (!corrected.ok) throw new Error(corrected.message)
}

/** One that nobody meant, in the bin, with a word of why. */
export async function binOne({ db, workspaceId, by }: House): Promise<void> {
  const { id: submission } = await db
    .selectFrom('submission')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .select('submission.id')
    .where('submission.workspace_id', '=', workspaceId)
    .where('form.slug', '=', 'glaze-samples')
    .where('submission.state', '=', 'applied')
    .orderBy('submission.seq')
    .limit(1)
    .executeTakeFirstOrThrow()
  const text = 'Sent by us while a studio was shown the form.'
  await addSubmissionNote(db, workspaceId, { id: crypto.randomUUID(), submission, text, who: by.name })
  await binSubmissions(db, workspaceId, [submission], by.name)
}
