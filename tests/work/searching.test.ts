import fc from 'fast-check'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { listSubmissions, SUBMISSION_KEYS } from '@/db/queries/arrivals'
import {
  chooseSorting,
  type Cursor,
  holdsWords,
  type Page,
  readCursor,
  readSearched,
  sortingsOf,
} from '@/db/queries/list'
import { listed, saidId } from '@/db/queries/listing'
import { listOpenedRecords, OPENED_KEYS, sumOpenedRecords } from '@/db/queries/opened'
import { CONTACT_KEYS, listPeople } from '@/db/queries/people'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const facts = readFacts()
const { db, pool } = connect(facts.database, { size: 2 })
afterAll(() => pool.end())

/** A workspace that nobody else writes to: forty people, some of one company, each with a deal and two submissions. */
const shop = workshop(facts, `searching-${Date.now().toString(36)}`)
let own = ''
beforeAll(async () => {
  await shop.open()
  own = shop.workspace
  const write = (text: string) => shop.rows(text, own)
  await write(`insert into record (workspace_id, type, key, title, "values", domain, created_at, updated_at)
    select $1, 'company', 'house ' || n, 'House ' || n, '{}', 'house-' || n || '.example', now(), now() from generate_series(1, 3) n`)
  await write(`insert into record (workspace_id, type, key, title, "values", company_id, created_at, updated_at)
    select $1::uuid, 'contact', 'p' || n || '@' || $1::uuid || '.example', (array['Ada','Bo','Cy'])[1 + n % 3] || ' ' || n % 5,
      jsonb_build_object('ware', (array['raku','glass'])[1 + n % 2]),
      case when n % 4 = 0 then (select id from record where workspace_id = $1 and key = 'house 1') end, now(), now() - n % 7 * interval '1 day'
    from generate_series(1, 40) n`)
  await write(`insert into record (workspace_id, type, key, title, "values", contact_id, company_id, created_at, updated_at)
    select $1, 'deal', 'deal ' || key, 'Kiln ' || left(md5(key), 1), jsonb_build_object('stage', (array['new','won'])[1 + length(key) % 2], 'budget', 5), id, company_id, now(), now()
    from record where workspace_id = $1 and type = 'contact'`)
  await write(`
    insert into submission (workspace_id, form_id, release_id, visit_id, state, "values", origins, link, outcome, contact_id, received_at, applied_at)
    select $1, form.id, form.live_release_id, gen_random_uuid(), case when n = 1 then 'applied' else 'failed' end, jsonb_build_object('wish', left(md5(key || n), 3)), '{}', '{}', '{}', record.id, now() - n * interval '1 hour', now()
    from form join record on record.workspace_id = form.workspace_id, generate_series(1, 2) n
      where form.workspace_id = $1 and type = 'contact'`)
  // A few that wait to be applied, for longer than this takes.
  await write(`
    insert into submission (workspace_id, form_id, release_id, visit_id, "values", origins, link, outcome, received_at, next_at)
    select $1, id, live_release_id, gen_random_uuid(), jsonb_build_object('wish', 'Raku 7' || n), '{}', '{}', '{}', now() - n * interval '2 hours', now() + interval '1 day'
    from form, generate_series(1, 5) n where workspace_id = $1`)
})

type Read = (filter: {
  search?: string
  sort: string
  after: Cursor | null
  limit: number
}) => Promise<Page<{ id: string }>>

const lists: Record<string, { read: Read; sortings: string[] }> = {
  people: { read: (filter) => listPeople(db, own, filter), sortings: sortingsOf(CONTACT_KEYS) },
  deals: {
    read: (filter) => listOpenedRecords(db, own, { ...filter, type: 'deal' }),
    sortings: sortingsOf(OPENED_KEYS),
  },
  submissions: { read: (filter) => listSubmissions(db, own, filter), sortings: sortingsOf(SUBMISSION_KEYS) },
}

/** A list to its end, so many at a time. */
async function readAll(limit: number, read: (after: Cursor | null) => Promise<Page<{ id: string }>>) {
  const ids: string[] = []
  for (let after: Cursor | null = null; ;) {
    const page = await read(after)
    expect(page.rows.length).toBeLessThanOrEqual(limit)
    ids.push(...page.rows.map(({ id }) => id))
    if (page.next === null) return ids
    after = readCursor(page.next)
  }
}

const words = fc.constantFrom('ada', 'house', 'raku', 'bo 3', 'kiln', 'a', '7', 'example', 'nobody at all', '%')

describe('what is searched', () => {
  it.each(Object.keys(lists))('among %s is the same, in the same order, however far a page reaches', async (name) => {
    const list = lists[name]
    if (!list) throw new Error(name)
    const whole = (search: string | undefined, sort: string) =>
      readAll(1000, (after) => list.read({ ...(search === undefined ? {} : { search }), sort, after, limit: 1000 }))
    const reading = fc.record({
      search: words,
      sort: fc.constantFrom(...list.sortings),
      limit: fc.integer({ min: 4, max: 50 }),
    })
    await fc.assert(
      fc.asyncProperty(reading, async ({ search, sort, limit }) => {
        const held = new Set(await whole(search, sort))
        const wanted = (await whole(undefined, sort)).filter((id) => held.has(id))
        expect(await readAll(limit, (after) => list.read({ search, sort, after, limit }))).toEqual(wanted)
      }),
      { numRuns: 40 },
    )
  })

  it('is the same whether it is taken for rare or for common', async () => {
    const list = listed(db, own, 'contact')
    const reaching = fc.record({
      first: fc.integer({ min: 1, max: 12 }),
      again: fc.integer({ min: 1, max: 60 }),
    })
    await fc.assert(
      fc.asyncProperty(
        words,
        reaching,
        fc.constantFrom('name', '-name', 'changed', '-changed'),
        fc.integer({ min: 1, max: 12 }),
        async (search, reach, sort, limit) => {
          const { key, down } = chooseSorting(CONTACT_KEYS, sort, 'name')
          const order = sql.raw(down ? 'desc' : 'asc')
          const { rows: wanted } = await sql<{ id: string }>`
            select id from record where workspace_id = ${own} and type = 'contact' and ${holdsWords(sql`title`, search)}
            order by ${sql.raw(sort.endsWith('name') ? 'title collate "und-x-icu"' : 'updated_at')} ${order}, id ${order}`.execute(
            db,
          )
          const read = (after: Cursor | null) =>
            readSearched(
              db,
              {
                list,
                told: sql`said.title`,
                fits: (_, title) => holdsWords(title, search),
                found: list.where(holdsWords(sql`said.title`, search)),
              },
              saidId,
              { sorting: { key, down }, after, limit },
              (page) => page.select('said.record_id as id'),
              reach,
            )
          expect(await readAll(limit, read)).toEqual(wanted.map(({ id }) => id))
        },
      ),
      { numRuns: 200 },
    )
  })

  it('is told by whom something belongs to as well, each word wherever it stands, and as it is called now', async () => {
    const found = async (search: string) => {
      const [people, deals, submissions] = await Promise.all([
        listPeople(db, own, { search, limit: 100 }),
        listOpenedRecords(db, own, { type: 'deal', search, limit: 100 }),
        listSubmissions(db, own, { search, limit: 100 }),
      ])
      return [people, deals, submissions].map(({ rows }) => rows.length)
    }
    const theirs = `type = 'contact' and title ~ '^Ada' and company_id is not null`
    const [adas] = await shop.rows<{ n: number }>(
      `select count(*)::int as n from record where workspace_id = $1 and ${theirs}`,
      own,
    )
    const n = adas?.n ?? 0
    expect(n).toBeGreaterThan(2)
    // Submissions are searched by who sent them, and not by whose company that is.
    expect(await found('house ada')).toEqual([n, n, 0])
    expect(await found('ada house-1.example')).toEqual([n, n, 0])
    for (const [name, before] of [
      ['Oast', 'Sons'],
      ['Malting', 'Oast'],
    ] as const) {
      await shop.rows(`update record set title = '${name}' where workspace_id = $1 and key = 'house 1'`, own)
      expect(await found(`${name} ada`)).toEqual([n, n, 0])
      expect(await found(`${before} ada`)).toEqual([0, 0, 0])
    }
    await shop.rows(`update record set title = 'Zoë' where workspace_id = $1 and ${theirs}`, own)
    expect(await found('zoë')).toEqual([n, n, 2 * n])
    await shop.rows(
      `insert into submission_note (id, workspace_id, submission_id, text, who)
        select gen_random_uuid(), workspace_id, id, 'rang back', 'Ines' from submission
        where contact_id in (select id from record where workspace_id = $1 and title = 'Zoë') order by id limit 1`,
      own,
    )
    expect(await found('zoë rang')).toEqual([0, 0, 1])
  })

  it('is found by its answers while it waits to be applied', async () => {
    const found = async (search: string) =>
      (await listSubmissions(db, own, { search, limit: 100 })).rows.map(({ state }) => state)
    expect(await found('RAKU 7')).toEqual(Array(5).fill('received'))
    expect(await found('raku 73')).toEqual(['received'])
    expect(await found('raku nobody')).toEqual([])
  })

  it('is what sums are of', async () => {
    for (const search of ['ada', 'house', 'kiln', 'raku', 'nobody at all']) {
      const { rows } = await listOpenedRecords(db, own, { type: 'deal', search, limit: 1000 })
      const sums = await sumOpenedRecords(db, own, { type: 'deal', search }, ['budget'])
      expect(sums.reduce((sum, { count }) => sum + count, 0)).toBe(rows.length)
      expect(sums.reduce((sum, { money }) => sum + (money.budget ?? 0), 0)).toBe(5 * rows.length)
    }
  })
})
