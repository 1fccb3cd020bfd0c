import { CompiledQuery } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect, type Runner } from '@/db/database'
import { listSubmissions, listUnfinished, SUBMISSION_KEYS, UNFINISHED_KEYS } from '@/db/queries/arrivals'
import { DELIVERY_KEYS, listDeliveries } from '@/db/queries/deliveries'
import { FORM_KEYS, listForms } from '@/db/queries/forms'
import { type Page, readCursor, sortingsOf } from '@/db/queries/list'
import { COMPANY_KEYS, CONTACT_KEYS, listCompanies, listPeople } from '@/db/queries/people'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { KEPT_WRONG, OWNER, SUBMISSIONS_KEPT_WRONG, TEXTS_WRONG } from '../support/listing'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()

interface Filter {
  sort?: string
  search?: string
}

type Read = (
  db: Runner,
  workspace: string,
  filter: Filter,
  after: ReturnType<typeof readCursor>,
) => Promise<Page<{ id: string }>>

/** Every list, paged through to its end and compared with what plain SQL finds, sorted by every head either way. */
describe('a list', () => {
  const { db, pool } = connect(facts.database, { size: 3 })
  afterAll(() => pool.end())
  let demo = ''
  beforeAll(async () => {
    const [row] = await query<{ id: string }>(facts.database, `select id from workspace where name = 'Tarnfield Kilns'`)
    demo = row?.id ?? ''
  })

  const PAGE = 97
  const sum = (column: string) => `(select coalesce(sum(${column}), 0) from readout_day where form_id = one.id
    and day > (now() at time zone 'Europe/Stockholm')::date - 30)`
  const SUBMISSIONS = `submission one join form f on f.id = one.form_id left join record p on p.id = one.contact_id`
  const SUBMISSION_COLUMNS = {
    received: 'one.received_at',
    who: `coalesce(p.title, '')`,
    form: 'f.name',
    state: 'one.state',
    why: `array_to_string(one.suspicions, ' ')`,
  }
  const lists: Record<string, { read: Read; sortings: string[]; from: string; keys: Record<string, string> }> = {
    submissions: {
      read: (db, workspace, filter, after) => listSubmissions(db, workspace, { ...filter, after, limit: PAGE }),
      // Only spam is suspected of anything.
      sortings: sortingsOf(SUBMISSION_KEYS).filter((sort) => !sort.endsWith('why')),
      from: `${SUBMISSIONS} where one.state <> 'spam' and one.binned_at is null`,
      keys: SUBMISSION_COLUMNS,
    },
    spam: {
      read: (db, workspace, filter, after) =>
        listSubmissions(db, workspace, { ...filter, state: 'spam', after, limit: 5 }),
      sortings: sortingsOf(SUBMISSION_KEYS),
      from: `${SUBMISSIONS} where one.state = 'spam' and one.settled_at is null`,
      keys: SUBMISSION_COLUMNS,
    },
    'unfinished entries': {
      read: (db, workspace, filter, after) => listUnfinished(db, workspace, { ...filter, after, limit: PAGE }),
      sortings: sortingsOf(UNFINISHED_KEYS),
      from: `visit one join form f on f.id = one.form_id left join record p on p.id = one.link_holder
        where answers is not null and sent_at is null and not sent_after_all and not one.is_test`,
      keys: {
        touched: 'one.last_at',
        who: `coalesce(p.title, one.answers ->> 'email', '')`,
        form: 'f.name',
        source: 'one.source',
      },
    },
    contacts: {
      read: (db, workspace, filter, after) => listPeople(db, workspace, { ...filter, after, limit: PAGE }),
      sortings: sortingsOf(CONTACT_KEYS),
      from: `record one left join record house on house.id = one.company_id where one.type = 'contact'`,
      keys: {
        changed: 'one.updated_at',
        name: 'one.title',
        email: 'one.key',
        company: `coalesce(house.title, '')`,
        owner: OWNER,
        submissions:
          '(select count(*) from submission s where s.contact_id = one.id and s.binned_at is null and not s.is_test)',
      },
    },
    companies: {
      read: (db, workspace, filter, after) => listCompanies(db, workspace, { ...filter, after, limit: PAGE }),
      sortings: sortingsOf(COMPANY_KEYS),
      from: `record one where one.type = 'company'`,
      keys: {
        changed: 'one.updated_at',
        name: 'one.title',
        domain: `coalesce(one.domain, '')`,
        owner: OWNER,
        people: `(select count(*) from record r where r.company_id = one.id and r.type = 'contact')`,
        deals: `(select count(*) from record r where r.company_id = one.id and r.type = 'deal')`,
        requests: `(select count(*) from record r where r.company_id = one.id and r.type = 'request')`,
      },
    },
    forms: {
      // As small as that, so that the few of the demo fill more than one.
      read: (db, workspace, filter, after) => listForms(db, workspace, { ...filter, after, limit: 2 }),
      sortings: sortingsOf(FORM_KEYS),
      from: `form one left join release r on r.id = one.live_release_id left join "user" u on u.id = one.owner_id where true`,
      keys: {
        name: 'one.name',
        folder: 'one.folder',
        campaign: 'one.campaign',
        release: 'coalesce(r.number, 0)',
        arrived: sum('arrived'),
        sent: sum('sent'),
        finish: `coalesce(floor(1000000 * ${sum('sent')} / nullif(${sum('arrived')}, 0)), -1)`,
        unfinished: sum('unfinished'),
        owner: `coalesce(u.name, '')`,
        changed: 'one.updated_at',
      },
    },
    deliveries: {
      read: (db, workspace, filter, after) =>
        listDeliveries(db, workspace, { ...filter, which: 'all', after, limit: PAGE }),
      sortings: sortingsOf(DELIVERY_KEYS),
      from: `delivery one left join form f on f.id = one.form_id where true`,
      keys: {
        planned: 'one.created_at',
        form: `coalesce(f.name, '')`,
        state: 'one.state',
        attempts: 'one.attempts',
        when: 'coalesce(one.settled_at, one.next_at, one.created_at)',
      },
    },
  }

  /** Reads what is there at one moment: others write beside us. */
  const atOneMoment = <T>(read: (tx: Runner) => Promise<T>): Promise<T> =>
    db.transaction().setIsolationLevel('repeatable read').execute(read)

  const idsOf = async (tx: Runner, sql: string): Promise<string[]> =>
    (await tx.executeQuery<{ id: string }>(CompiledQuery.raw(sql, [demo]))).rows.map(({ id }) => id)

  async function readAll(tx: Runner, read: Read, filter: Filter): Promise<string[]> {
    const ids: string[] = []
    for (let after: string | null = null; ;) {
      const page: Page<{ id: string }> = await read(tx, demo, filter, readCursor(after))
      ids.push(...page.rows.map(({ id }) => id))
      if (page.next === null) return ids
      after = page.next
    }
  }

  const MOMENTS = ['received', 'touched', 'changed', 'planned', 'when']
  const COUNTS = ['submissions', 'people', 'deals', 'requests', 'attempts']
  COUNTS.push('release', 'arrived', 'sent', 'finish', 'unfinished')

  it.each(Object.keys(lists))('of %s has each row once, in the order of every head', async (name) => {
    const list = lists[name]
    if (!list) throw new Error(name)
    expect(list.sortings.map((sort) => sort.replace('-', '')).filter((key) => !list.keys[key])).toEqual([])
    for (const sort of list.sortings) {
      const key = sort.replace('-', '')
      const direction = sort.startsWith('-') ? 'desc' : 'asc'
      const plain = [...MOMENTS, ...COUNTS].includes(key)
      const by = `${list.keys[key]} ${plain ? '' : 'collate "und-x-icu"'} ${direction}, one.id ${direction}`
      const { wanted, found } = await atOneMoment(async (tx) => ({
        wanted: await idsOf(tx, `select one.id from ${list.from} and one.workspace_id = $1 order by ${by}`),
        found: await readAll(tx, list.read, { sort }),
      }))
      expect(found.length).toBeGreaterThan(0)
      expect([sort, found]).toEqual([sort, wanted])
      expect(new Set(found).size).toBe(found.length)
    }
  })

  it('of forms is sorted by the share that finishes, however many have', async () => {
    const { id: workspace } = await makeWorkspace(facts, false)
    const sent = { few: 1, many: 2_000_000_000, most: 2_147_483_646 }
    for (const [name, count] of Object.entries(sent))
      await query(
        facts.database,
        `with made as (
           insert into form (workspace_id, slug, name, draft)
           values ($1::uuid, $2::text || '-' || $1::uuid, $2::text, '{}') returning id
         )
         insert into readout_day select $1::uuid, id, current_date, '', 1, 2147483647, 0, $3, 0, 0, '{}', '{}' from made`,
        [workspace, name, count],
      )
    const { rows } = await listForms(db, workspace, { sort: '-finish', limit: 5 })
    expect(rows.map(({ name }) => name)).toEqual(['most', 'many', 'few'])
  })

  it('sorts and searches by what stands elsewhere as it is there', async () => {
    const [records, submissions, ...wrong] = await atOneMoment(async (tx) => {
      const found = []
      const all = ['select from listing', 'select from submission_listing']
      for (const text of [...all, KEPT_WRONG, TEXTS_WRONG, SUBMISSIONS_KEPT_WRONG])
        found.push((await tx.executeQuery(CompiledQuery.raw(text))).rows)
      return found
    })
    expect(records?.length).toBeGreaterThan(1000)
    expect(submissions?.length).toBeGreaterThan(500)
    expect(wrong).toEqual([[], [], []])
  })

  const searches: [string, string, string][] = [
    [
      'contacts',
      'alder studio',
      `select id from record c where type = 'contact' and workspace_id = $1 and
        (c.title || ' ' || c.key || ' ' || (select string_agg(value, ' ') from jsonb_each_text(c."values")) ~* 'alder'
          and c.title || ' ' || c.key || ' ' || (select string_agg(value, ' ') from jsonb_each_text(c."values")) ~* 'studio'
         or exists (select from record h where h.id = c.company_id and h.title || h.domain ~* 'alder' and h.title || h.domain ~* 'studio'))`,
    ],
    [
      'companies',
      'POTTERY.EXAMPLE',
      `select id from record where type = 'company' and workspace_id = $1 and domain like '%pottery.example%'`,
    ],
    [
      'submissions',
      'three_phase',
      `select id from submission where workspace_id = $1 and "values" ->> 'supply' = 'three_phase' and state <> 'spam'`,
    ],
    [
      'spam',
      'Bulk.Example',
      `select id from submission where workspace_id = $1 and "values"::text like '%bulk.example%' and state = 'spam'`,
    ],
    [
      'unfinished entries',
      'porcelain',
      `select id from visit where workspace_id = $1 and answers ->> 'ware' = 'porcelain' and sent_at is null and not sent_after_all and not is_test`,
    ],
    [
      'forms',
      'OPEN kiln',
      `select id from form where workspace_id = $1 and name || slug || folder || campaign ~* 'open'
        and name || slug || folder || campaign ~* 'kiln'`,
    ],
    [
      'deliveries',
      'advice wanted',
      `select id from delivery where workspace_id = $1 and body ->> 'subject' like 'Advice wanted%'`,
    ],
  ]
  it.each(searches)('of %s is narrowed by words, however written', async (name, search, sql) => {
    const list = lists[name]
    if (!list) throw new Error(name)
    const { wanted, found } = await atOneMoment(async (tx) => ({
      wanted: await idsOf(tx, sql),
      found: await readAll(tx, list.read, { search }),
    }))
    expect(wanted.length).toBeGreaterThan(0)
    expect(found.toSorted()).toEqual(wanted.toSorted())
    expect(await readAll(db, list.read, { search: '%_\\ nobody' })).toEqual([])
  })
})
