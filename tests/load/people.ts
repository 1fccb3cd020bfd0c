/**
 * Measures the lists of People, segments and a person’s page with 300 000 people of 20 000 companies and 1 000 000
 * submissions, made by plain SQL: what the database takes for a page, beside the same before they were there.
 */
import { createHash } from 'node:crypto'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { setImmediate } from 'node:timers/promises'
import pg from 'pg'
import type { Condition } from '@/core/logic/condition'
import { connect } from '@/db/database'
import { listSubmissions, SUBMISSION_KEYS } from '@/db/queries/arrivals'
import { readFollowed } from '@/db/queries/deliveries'
import { readCursor, sortingsOf, type Cursor } from '@/db/queries/list'
import { listOpenedRecords, sumOpenedRecords } from '@/db/queries/opened'
import { findPerson, listCompanies, listPeople, type PeopleFilter } from '@/db/queries/people'
import { countPeopleWho } from '@/db/queries/segments'
import { lookForDoubles } from '@/server/people/lookForDoubles'

const PEOPLE = 300_000
const COMPANIES = 20_000
const SUBMISSIONS = 1_000_000
/** Somebody who sends a form every day. */
const OFTEN = 200

const url = process.env.MEASURE_DATABASE ?? ''
const client = new pg.Client(url)
await client.connect()
const { db, pool } = connect(url, { size: 2 })
const run = (text: string, values: unknown[] = []) => client.query(text, values)

const { rows: workspaces } = await run('select w.id from workspace w join form on form.workspace_id = w.id limit 1')
const workspace = (workspaces[0] as { id: string }).id

async function fill(): Promise<void> {
  await run(`set synchronous_commit = off`)
  await run(
    `insert into record (id, workspace_id, type, key, title, "values", domain, created_at, updated_at)
     select md5('company ' || n)::uuid, $1, 'company', 'company ' || n, 'Company ' || n,
       jsonb_build_object('name', 'Company ' || n, 'region', (array['north','east','south','west'])[1 + n % 4]), 'company-' || n || '.example',
       now() - n * interval '1 minute', now() - n * interval '1 minute'
     from generate_series(1, $2::int) n`,
    [workspace, COMPANIES],
  )
  await run(
    `insert into record (id, workspace_id, type, key, title, "values", company_id, owner_id, created_at, updated_at)
     select md5('person ' || n)::uuid, $1, 'contact', 'person-' || n || '@company-' || n % $3 || '.example',
       (array['Ada','Bo','Cy','Di','Ed','Fay','Gus'])[1 + n % 7] || ' ' || md5('name ' || n),
       jsonb_build_object('email', 'person-' || n || '@company-' || n % $3 || '.example',
         'first_name', (array['Ada','Bo','Cy','Di','Ed','Fay','Gus'])[1 + n % 7], 'last_name', md5('name ' || n),
         'region', (array['north','east','south','west'])[1 + n % 4], 'ware', (array['stoneware','porcelain','glass'])[1 + n % 3],
         'studio_size', n % 12, 'phone', '+4670' || lpad(n::text, 7, '0')),
       md5('company ' || 1 + n % $3)::uuid, case when n % 5 = 0 then (select user_id from member where workspace_id = $1 limit 1) end,
       now() - n * interval '1 minute', now() - n * interval '1 minute'
     from generate_series(1, $2::int) n`,
    [workspace, PEOPLE, COMPANIES],
  )
  await run(
    `insert into list_membership (workspace_id, list, contact_id, wording, joined_at)
     select $1, (select name from list where workspace_id = $1 order by name limit 1), md5('person ' || n)::uuid, 'I agree', now()
     from generate_series(1, $2::int) n where n % 3 = 0`,
    [workspace, PEOPLE],
  )
  await run(
    `insert into submission (workspace_id, form_id, release_id, visit_id, state, "values", origins, link, outcome, contact_id, plan, received_at, applied_at)
     select $1, f.id, f.live_release_id, gen_random_uuid(), 'applied',
       jsonb_build_object('email', 'person-' || who || '@company-' || who % $4 || '.example', 'first_name', 'Ada', 'region', 'north',
         'ware', (array['stoneware','porcelain','glass'])[1 + n / 100 % 3], 'wish', md5('wish ' || n)),
       '{}', '{}', '{"title": "Thank you", "body": ""}', md5('person ' || who)::uuid,
       jsonb_build_object('format', 'lichen-plan-3', 'person', jsonb_build_object('email', who), 'routed', '[]'::jsonb, 'filler', repeat(md5(n::text), 40)),
       now() - n * interval '45 seconds', now() - n * interval '45 seconds'
     from (select n, case when n <= $5 then 1 else 1 + ((n::bigint * 7919) % $3)::int end as who from generate_series(1, $2::int) n) sent
     join (select id, live_release_id, row_number() over (order by slug) as place, count(*) over () as forms
       from form where workspace_id = $1 and live_release_id is not null) f on f.place = 1 + sent.n % f.forms`,
    [workspace, SUBMISSIONS, PEOPLE, COMPANIES, OFTEN],
  )
  await run(
    `insert into record (workspace_id, type, key, title, "values", contact_id, company_id, created_at, updated_at)
     select $1, 'deal', 'deal ' || n, 'Kiln ' || n, jsonb_build_object('title', 'Kiln ' || n, 'stage', (array['new','won','lost'])[1 + n % 3], 'budget', n % 90000),
       md5('person ' || n)::uuid, md5('company ' || 1 + n % $3)::uuid, now() - n * interval '1 minute', now() - n * interval '1 minute'
     from generate_series(1, $2::int) n`,
    [workspace, 50_000, COMPANIES],
  )
  await run('vacuum analyze record, record_text, listing, submission, submission_listing, list_membership')
}

const md5 = (text: string): string => createHash('md5').update(text).digest('hex')

/** The middle of five times, in ms. */
async function time(work: () => Promise<unknown>): Promise<number> {
  const took: number[] = []
  for (let n = 0; n < 5; n++) {
    const began = performance.now()
    await work()
    took.push(performance.now() - began)
  }
  return took.toSorted((a, b) => a - b)[2] ?? 0
}

/** A page far into a list: its cursor is that of the page before. */
async function farInto(filter: Omit<PeopleFilter, 'limit'>, pages: number): Promise<Cursor | null> {
  let after: Cursor | null = null
  for (let n = 0; n < pages; n++)
    after = readCursor((await listPeople(db, workspace, { ...filter, after, limit: 200 })).next)
  return after
}

/** A form that very many sent, and one that few did. */
async function formsBySize(): Promise<Record<string, string>> {
  const { rows } = await run(
    `select f.slug from submission s join form f on f.id = s.form_id where s.workspace_id = $1 group by 1 order by count(*)`,
    [workspace],
  )
  const slugs = (rows as { slug: string }[]).map(({ slug }) => slug)
  return { largest: slugs.at(-1) ?? '', smallest: slugs[0] ?? '' }
}

const page = (filter: Partial<PeopleFilter>) => () => listPeople(db, workspace, { limit: 60, ...filter })

const SEGMENTS: Record<string, Condition> = {
  'a field and a number': {
    all: [
      { value: 'contact.region', is: 'equals', to: 'north' },
      { value: 'contact.studio_size', is: 'at_least', to: 4 },
    ],
  },
  'a list and a form sent': {
    all: [
      { value: 'lists', is: 'answered' },
      { value: 'sent', is: 'includes', to: ['kiln-finder'] },
    ],
  },
  'quiet for 60 days': { none: [{ value: 'days_since', is: 'at_most', to: 60 }] },
  'a field of the company': { value: 'company.region', is: 'equals', to: 'east' },
  'an owner': { value: 'owner', is: 'answered' },
  'an answer': { value: 'answer.kiln-finder/ware', is: 'equals', to: 'glass' },
  few: {
    all: [
      { value: 'contact.region', is: 'equals', to: 'north' },
      { value: 'contact.studio_size', is: 'at_least', to: 11 },
      { value: 'submissions', is: 'at_least', to: 4 },
    ],
  },
  'how often': { value: 'submissions', is: 'at_least', to: 4 },
}

async function measure(): Promise<Map<string, number>> {
  const told = new Map<string, number>()
  const tell = async (what: string, work: () => Promise<unknown>) => {
    told.set(what, await time(work).catch(() => Number.NaN))
  }
  for (const sort of ['-changed', 'name', 'email', '-company', 'owner', '-submissions'])
    await tell(`People by ${sort}`, page({ sort }))
  const after = await farInto({ sort: 'name' }, 40)
  await tell('People by name, 8000 rows in', page({ sort: 'name', after }))
  await tell('People searched by a common word', page({ search: 'ada' }))
  await tell('People searched by a rare word', page({ search: 'person-4711@' }))
  await tell('People searched by letters of some', page({ search: '471', sort: 'owner' }))
  // One in seven is called so, and six of them come first.
  await tell('People searched by a word far behind', page({ search: 'gus', sort: 'name' }))
  for (const sort of ['-changed', 'name', '-people', '-deals'])
    await tell(`Companies by ${sort}`, () => listCompanies(db, workspace, { sort, limit: 60 }))
  for (const sort of ['-changed', 'person', 'at', 'owner'])
    await tell(`Deals by ${sort}`, () => listOpenedRecords(db, workspace, { type: 'deal', sort, limit: 60 }))
  for (const at of ['won', 'nowhere'])
    await tell(`Deals at “${at}” by person`, () =>
      listOpenedRecords(db, workspace, { type: 'deal', at, sort: 'person', limit: 60 }),
    )
  for (const search of ['kiln', 'kiln 4711']) {
    await tell(`Deals searched by “${search}”`, () =>
      listOpenedRecords(db, workspace, { type: 'deal', search, limit: 60 }),
    )
    await tell(`Deals summed, searched by “${search}”`, () =>
      sumOpenedRecords(db, workspace, { type: 'deal', search }, ['budget']),
    )
  }
  for (const search of ['company', 'company 4711'])
    await tell(`Companies searched by “${search}”`, () => listCompanies(db, workspace, { search, limit: 60 }))
  for (const sort of sortingsOf(SUBMISSION_KEYS).filter((one) => !one.startsWith('-')))
    await tell(`Submissions by ${sort}`, () => listSubmissions(db, workspace, { sort, limit: 60 }))
  for (const [which, form] of Object.entries(await formsBySize()))
    for (const sort of ['-received', 'who', 'form', 'state'])
      await tell(`Submissions of the ${which} form by ${sort}`, () =>
        listSubmissions(db, workspace, { form, sort, limit: 60 }),
      )
  for (const state of ['spam', 'failed', 'test', 'binned'] as const)
    await tell(`Submissions ${state} by why`, () => listSubmissions(db, workspace, { state, sort: 'why', limit: 60 }))
  // Letters of some, which are neither common nor rare, beside a common word, a rare one, and one that nobody has.
  for (const search of ['stoneware', '471', md5('wish 4711'), 'nobody has this'])
    for (const sort of ['-received', 'who'])
      await tell(`Submissions searched by “${search.slice(0, 15)}” by ${sort}`, () =>
        listSubmissions(db, workspace, { search, sort, limit: 60 }),
      )
  await tell('Submissions searched by a word far behind', () =>
    listSubmissions(db, workspace, { search: 'gus', sort: 'who', limit: 60 }),
  )
  for (const [what, condition] of Object.entries(SEGMENTS)) {
    await tell(`Segment counted: ${what}`, () => countPeopleWho(db, workspace, condition))
    await tell(`People of it, a page: ${what}`, page({ who: condition }))
  }
  const { rows } = await run(
    `select contact_id as id from submission where workspace_id = $1 and contact_id is not null group by 1 order by count(*) desc limit 1`,
    [workspace],
  )
  const often = (rows[0] as { id: string } | undefined)?.id
  if (often)
    await tell('A person who sent most', async () => {
      const person = await findPerson(db, workspace, often)
      const submissions = person?.submissions.map(({ id }) => id) ?? []
      return readFollowed(db, workspace, { ids: [often], submissions, causes: [] })
    })
  return told
}

const before = await measure()
const began = performance.now()
await fill()
console.log(
  `\nMade in ${Math.round((performance.now() - began) / 1000)} s: ${PEOPLE} people, ${SUBMISSIONS} submissions`,
)
const now = await measure()
for (const [what, ms] of now)
  console.log(`${what.padEnd(52)} ${ms.toFixed(1).padStart(9)} ms   (demo ${before.get(what)?.toFixed(1) ?? '—'} ms)`)

const held = monitorEventLoopDelay({ resolution: 5 })
const memory = process.memoryUsage().rss
let most = memory
const watching = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 50)
held.enable()
const looked = performance.now()
await lookForDoubles(db, workspace, () => setImmediate())
clearInterval(watching)
console.log(
  `Likely doubles looked for in ${((performance.now() - looked) / 1000).toFixed(0)} s, nothing else held up for longer than ${Math.round(held.max / 1e6)} ms, ${Math.round((most - memory) / 1e6)} MB more memory at most`,
)
await Promise.all([client.end(), pool.end()])
