import { afterAll, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { countChosen } from '@/db/queries/errands'
import { listPeople } from '@/db/queries/people'
import { settleSearch } from '@/db/queries/search'
import { until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const { db, pool } = connect(facts.database, { size: 3 })
afterAll(() => pool.end())

it('a list of many is searched through its index', async () => {
  const other = await makeWorkspace(facts, false)
  await query(
    facts.database,
    `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
     select $1, 'contact', 'person-' || n || '@many.example', 'Person ' || n, '{}', now(), now()
     from generate_series(1, 20000) n`,
    [other.id],
  )
  // The database has not looked at them yet, and believes that there are a handful.
  expect(await countChosen(db, other.id, { type: 'contact', all: { search: 'many.example' } }, 3)).toMatchObject({
    n: 20_000,
    some: [{ title: 'Person 1' }, { title: 'Person 10' }, { title: 'Person 100' }],
  })
  await query(facts.database, 'analyze record, record_text')
  // The workers may have done it, or a part of it, just before.
  await settleSearch(db)
  expect(await settleSearch(db)).toBeLessThan(50)
  const scans = async () => {
    const [row] = await query<{ n: string }>(
      facts.database,
      `select idx_scan as n from pg_stat_user_indexes where indexrelname = 'record_text_search'`,
    )
    return Number(row?.n)
  }
  const before = await scans()
  const { rows } = await listPeople(db, other.id, { search: 'person-19999@', limit: 10 })
  expect(rows.map(({ email }) => email)).toEqual(['person-19999@many.example'])
  await until('the index was used', async () => (await scans()) > before)
  // None of them is referred to, and looking for who might takes longer than all else here.
  await query(
    facts.database,
    `begin; set local session_replication_role = replica;
     ${['record_text', 'listing', 'record'].map((table) => `delete from ${table} where workspace_id = '${other.id}'`).join(';')}; commit`,
  )
})
