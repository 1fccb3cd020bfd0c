/**
 * Loads the demo company. Everything goes through the product's own code, with the clock set back:
 * contacts, releases, visits, answers, plans; with `--no-visits`, without the last three. Prints one line of JSON with the workspace's API token.
 */
import { type Connection, connect } from '@/db/database'
import { findForm, listFormNames, updateDraft } from '@/db/queries/forms'
import { recountForm } from '@/db/queries/readout'
import { keepRehearsal } from '@/db/queries/rehearsals'
import { ensureEventMonths } from '@/db/queries/visits'
import { addList, saveDesk } from '@/db/queries/workspace'
import { addOwner, openWorkspace } from '@/server/access/openWorkspace'
import { createToken } from '@/server/access/token'
import { readConfig } from '@/server/config'
import { context } from '@/server/context'
import { addConnection } from '@/server/settings/connections'
import { createForm } from '@/server/forms/createForm'
import { findLiveForm, type LiveForm } from '@/server/forms/live'
import { releaseForm } from '@/server/forms/releaseForm'
import { sendTest } from '@/server/forms/sendTest'
import { appliedWith } from '@/server/submissions/applySettings'
import { applySubmissions } from '@/server/submissions/applySubmissions'
import { findLinkHolder } from '@/server/visits/visitor'
import type { Answers } from '@/core/answers/answer'
import { addDays, isWeekday } from '@/core/answers/day'
import type { Form } from '@/core/form/definition'
import { COMPANY, CONNECTIONS, DESKS, LISTS, OWN_FIELDS, personOf } from './company'
import { bringAStudio } from './forms/bring_a_studio'
import { deliverySurvey } from './forms/delivery_survey'
import { finder } from './forms/finder'
import { firingNotes } from './forms/firing_notes'
import { glazeSamples } from './forms/glaze_samples'
import { openDay } from './forms/open_day'
import { schoolQuote } from './forms/school_quote'
import { service } from './forms/service'
import { addPictures } from './pictures'
import { makeLinks } from './links'
import { addColleagues, binOne, correctOne, giveOwners, saySegments } from './in_hand'
import { answerLetter, askReaders, leaveLetter } from './letter'
import { mailLinks } from './mail_links'
import { leaveOldWebsite } from './old_website'
import { type House, leaveAddressBook, makeContacts, moveDeals } from './people'
import { Chance } from './random'
import { finderRehearsals } from './rehearsals'
import { settleHistory } from './history'
import { postSpam } from './spam'
import { type DrawnVisit, makeVisits } from './happen'
import {
  courseOf,
  finderAnswers,
  openDayAnswers,
  notesAnswers,
  quoteAnswers,
  samplesAnswers,
  serviceAnswers,
  SOURCES,
  surveyAnswers,
  visitorFrom,
} from './visits'

const CONTACTS = 300
const DAYS = 90
const DAY = 24 * 60 * 60 * 1000
const VISITS = 1600
const INVITED = 140
/** Days for which what was to go out is still to go out; what is older went out then. */
const HELD_DAYS = 3
const AT_ONCE = 12
/** For how many days the letter has been confirmed by mail. */
const CONFIRMED_FOR = 12

const config = readConfig()
/** The Bench has a small site, where forms of the company stand. */
const site = new URL(config.LICHEN_BENCH_URL).origin
// Demo data can be loaded again, so it need not wait for the disk.
const address = new URL(config.DATABASE_URL)
address.searchParams.set('options', '-c synchronous_commit=off -c timezone=UTC')
const { db, pool }: Connection = connect(address.toString(), { size: AT_ONCE + 2, patience: 60 })
const chance = new Chance(20261)
const now = new Date()
const dayOf = (at: Date): string => at.toISOString().slice(0, 10)
/** A weekday so many days, and a day for whoever thinks it over, after a moment. */
function weekdayAfter(at: Date, days: number): string {
  let day = addDays(dayOf(at), days + 2)
  while (!isWeekday(day)) day = addDays(day, 1)
  return day
}
const daysAgo = (days: number): Date => new Date(now.getTime() - days * DAY)

const demo = { db, config, now }
/** Since when the letter is confirmed by mail: its readers of before agreed by a tick alone. */
const confirmedSince = daysAgo(CONFIRMED_FOR)

/** Visits of all forms that are to happen. */
const drawn: DrawnVisit[] = []

await ensureEventMonths(db, 3, 3)
const workspaceId = await makeCompany()
const userId = await makeMember()
const token = await createToken(db, workspaceId, 'Demo')
await connectPlaces()
const house: House = { db, workspaceId, by: { sort: 'member', id: userId, name: 'Ines' }, chance, daysAgo }
const contacts = await makeContacts(house, CONTACTS, DAYS + 5)
const pictures = await addPictures(db, workspaceId)
await makeForms()
await leaveAddressBook(house)
await leaveOldWebsite(house)
const owners = await addColleagues(house)
await saySegments(house)
await makeLinks(house)
await keepRehearsals()
if (!process.argv.includes('--no-visits')) {
  await visitFinder()
  await visitOpenDay()
  await visitBringAStudio()
  await visit('delivery-survey', 120, 85, () => surveyAnswers(chance, CONTACTS))
  await visit('glaze-samples', 100, 88, () => samplesAnswers(chance, CONTACTS * 2))
  await visit('firing-notes', 110, 88, () => notesAnswers(chance, CONTACTS * 2))
  await visit('service', 90, 88, (at) => serviceAnswers(chance, CONTACTS, (days) => weekdayAfter(at, days)))
  await visit('school-quote', 70, 88, (at) => quoteAnswers(chance, CONTACTS * 2, (days) => weekdayAfter(at, days)))
  await makeVisits(
    demo,
    drawn.filter(({ at }) => at < confirmedSince),
  )
  await askReaders(house)
  await makeVisits(
    demo,
    drawn.filter(({ at }) => at >= confirmedSince),
  )
  await answerLetter(house)
  await moveDeals(house)
  await giveOwners(house, owners)
  await correctOne(house)
  await binOne(house)
  await leaveLetter(house)
  await tryLetter()
  await postSpam(db, live, now)
  await settleHistory(db, HELD_DAYS)
}
await saveDraft('kiln-finder', ownFinder('draft'))
await countAll()
console.log(JSON.stringify({ token }))
await Promise.all([pool.end(), context().pool.end()])

async function makeCompany(): Promise<string> {
  const id = await openWorkspace(db, { ...COMPANY, fields: OWN_FIELDS })
  for (const desk of DESKS) await saveDesk(db, id, desk)
  for (const list of LISTS) await addList(db, id, list)
  return id
}

async function makeMember(): Promise<string> {
  const { LICHEN_DEMO_EMAIL: email, LICHEN_DEMO_PASSWORD: password } = config
  return (await addOwner(db, workspaceId, { name: 'Ines', email, password })) ?? ''
}

/** The CRM that every form writes to, and the board that big enquiries show on, both at the Bench. */
async function connectPlaces(): Promise<void> {
  const bench = config.LICHEN_BENCH_URL
  const places: Parameters<typeof addConnection>[2][] = [
    { title: CONNECTIONS.crm.title, target: 'crm', settings: { url: bench }, everyForm: true },
    {
      title: CONNECTIONS.board.title,
      target: 'webhook',
      settings: {
        url: new URL(`/hooks/${workspaceId}`, bench).toString(),
        secret: process.env.BENCH_HOOK_SECRET ?? '',
      },
      everyForm: false,
    },
  ]
  for (const place of places) {
    const added = await addConnection(db, workspaceId, place, config.LICHEN_KEYS)
    if (!added.ok) throw new Error(added.message)
  }
}

/** The finder as the company has it: it stands on its site, too, in each of the ways there are. */
function ownFinder(variant: Parameters<typeof finder>[0]): Form {
  return { ...finder(variant, pictures), framedBy: [site], sentFrom: [site] }
}

async function makeForms(): Promise<void> {
  const forms = [
    { slug: 'kiln-finder', name: 'Kiln finder', campaign: 'Autumn firing', draft: ownFinder('first') },
    {
      slug: 'open-day',
      name: 'Open kiln day',
      campaign: 'Open kiln day',
      draft: openDay(dayOf(daysAgo(-20)), dayOf(daysAgo(-21))),
    },
    { slug: 'bring-a-studio', name: 'Bring a studio', campaign: 'Glaze club', draft: bringAStudio() },
    { slug: 'glaze-samples', name: 'Glaze sample box', campaign: 'Glaze club', draft: glazeSamples(pictures) },
    { slug: 'service', name: 'Repair or service', campaign: '', folder: 'Service', draft: service(pictures) },
    {
      slug: 'firing-notes',
      name: 'Firing notes',
      campaign: '',
      folder: 'Letters',
      draft: firingNotes(site),
    },
    { slug: 'school-quote', name: 'School quote', campaign: 'School term start', draft: schoolQuote() },
    { slug: 'delivery-survey', name: 'Delivery survey', campaign: '', folder: 'Service', draft: deliverySurvey() },
  ]
  for (const form of forms) {
    await createForm(db, workspaceId, { folder: 'Enquiries', ...form }, userId)
    await release(form.slug, daysAgo(DAYS))
  }
}

async function keepRehearsals(): Promise<void> {
  const form = await storedForm('kiln-finder')
  for (const rehearsal of finderRehearsals()) await keepRehearsal(db, form, rehearsal)
}

async function saveDraft(slug: string, draft: Form): Promise<void> {
  const form = await storedForm(slug)
  await updateDraft(db, form.id, draft, null, userId)
}

async function release(slug: string, at: Date): Promise<void> {
  const released = await releaseForm(db, await storedForm(slug), userId, at)
  if (!released.ok) throw new Error(released.faults.map(({ text }) => text).join('\n'))
}

async function storedForm(slug: string) {
  const form = await findForm(db, workspaceId, slug)
  if (!form) throw new Error(`There is no form ${slug}`)
  return form
}

async function live(slug: string): Promise<LiveForm> {
  const found = await findLiveForm(db, slug)
  if (!found) throw new Error(`${slug} is not live`)
  return found
}

/** Visits of each release of the finder: the second asks more, and loses more. */
async function visitFinder(): Promise<void> {
  const stages = [
    { from: DAYS, to: 58, share: 0.25, variant: null },
    { from: 58, to: 27, share: 0.25, variant: 'longer' as const },
    { from: 27, to: 0, share: 0.5, variant: 'shorter' as const },
  ]
  for (const { from, to, share, variant } of stages) {
    if (variant) {
      await saveDraft('kiln-finder', ownFinder(variant))
      await release('kiln-finder', daysAgo(from))
    }
    const form = await live('kiln-finder')
    const visits = Array.from({ length: Math.round(VISITS * share) }, () => {
      const origin = chance.weigh(SOURCES)
      const at = new Date(now.getTime() - (to + chance.next() * (from - to)) * DAY - 3 * 60 * 1000)
      const answers = finderAnswers(chance, origin, CONTACTS)
      if (variant === 'longer') answers.floor_space = chance.whole(4, 80)
      const course = courseOf(chance, origin, variant === 'longer' ? 0.86 : 1)
      return { form, at, visitor: visitorFrom(form, origin), answers, course }
    })
    drawn.push(...visits)
  }
}

/** Ines tries the letter’s form before she sends its address out. */
async function tryLetter(): Promise<void> {
  const values = { email: config.LICHEN_DEMO_EMAIL, letter: true }
  const tried = await sendTest(db, await live('firing-notes'), { values, contact: null })
  if (!tried.ok) throw new Error(JSON.stringify(tried))
  await applySubmissions(db, [tried.submission], { ...appliedWith(config), together: 1 })
}

/** Guests of the open kiln day answer, and a few say no. */
async function visitOpenDay(): Promise<void> {
  const days = [20, 21].map((ahead) => dayOf(daysAgo(-ahead)))
  await visit('open-day', 130, 9, () => openDayAnswers(chance, days, CONTACTS * 2))
}

/** Visits of a form over its last days, from wherever people come. */
async function visit(slug: string, count: number, days: number, answer: (at: Date) => Answers): Promise<void> {
  const form = await live(slug)
  const visits = Array.from({ length: count }, () => {
    const origin = chance.weigh(SOURCES)
    const at = daysAgo(0.1 + chance.next() * days)
    return { form, at, visitor: visitorFrom(form, origin), answers: answer(at), course: courseOf(chance, origin, 1) }
  })
  drawn.push(...visits)
}

/** A mailing with personal links; some of the people who got one use it. */
async function visitBringAStudio(): Promise<void> {
  const form = await live('bring-a-studio')
  const codes = await mailLinks(house, config, await storedForm('bring-a-studio'), contacts)
  const link = { utm_source: 'club', utm_medium: 'email', utm_campaign: 'glaze-club' }
  const visits = Array.from({ length: INVITED }, (_, n) => ({
    n: n * 2,
    at: daysAgo(1 + chance.next() * 12),
    course: {
      begins: chance.happens(0.8),
      steps: chance.happens(0.62) ? 4 : 0,
      seconds: [chance.whole(20, 90)],
      pauseAfter: null,
    },
    studio: personOf(400 + n).company,
    club: chance.happens(0.5),
  }))
  const invited = await Promise.all(
    visits.map(async ({ n, at, course, studio, club }): Promise<DrawnVisit> => {
      const holder = await findLinkHolder(db, form, codes.get(contacts[n] ?? '')?.link)
      const { email, first_name } = personOf(n)
      const answers: Answers = { first_name, email, their_studio: studio, club }
      return { form, at, visitor: { link, pageBefore: null, holder }, answers, course, wishes: n % 6 === 0 }
    }),
  )
  drawn.push(...invited)
  tellFriends([...codes.values()].map(({ referral }) => referral))
}

/** Some of those who were invited tell a friend, who comes to the finder with their code. */
function tellFriends(codes: readonly string[]): void {
  const since = daysAgo(12)
  const came = drawn.filter(({ form, at }) => form.slug === 'kiln-finder' && at > since)
  for (const [n, one] of came.entries()) {
    // Of every second contact a visit was drawn.
    const ref = codes[((n * n) % 11) * 2]
    if (n % 4 === 0 && ref) one.visitor = { ...one.visitor, link: { ...one.visitor.link, ref } }
  }
}

async function countAll(): Promise<void> {
  for (const { slug } of await listFormNames(db, workspaceId)) {
    const { id } = await storedForm(slug)
    await db.transaction().execute((tx) => recountForm(tx, id))
  }
}
