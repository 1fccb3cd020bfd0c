import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { afterAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { OTHER_SOURCES, readDays, recountDay } from '@/db/queries/readout'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()

/** Tags are typed by strangers: however many there are, a form-day stays small, and every visit counts. */
describe('the sources of a form-day', () => {
  const connection = connect(facts.database, { size: 2 })
  afterAll(() => connection.pool.end())

  it('are told apart up to the commonest, and the rest count together', async () => {
    const { id: workspace } = await makeWorkspace(facts, false)
    const form = randomUUID()
    await query(
      facts.database,
      `insert into form (id, workspace_id, slug, name, draft) values ($1, $2, $3, 'x', '{}')`,
      [form, workspace, `tags-${form}`],
    )
    await query(
      facts.database,
      `insert into visit (id, workspace_id, form_id, release_number, arrived_at, sent_at, last_at, steps, source, link)
       select gen_random_uuid(), $1, $2, 1, '2026-05-05T12:00Z', case when n % 2 = 0 then timestamptz '2026-05-05T12:01Z' end,
         '2026-05-05T12:01Z', '{one}', case when n <= 40 then 'common' else 'tag-' || n end, '{}'
       from generate_series(1, 400) n`,
      [workspace, form],
    )
    const { db } = connection
    await db.transaction().execute((tx) => recountDay(tx, form, '2026-05-05'))
    const rows = await readDays(db, [form], '2026-05-05', '2026-05-05')
    const of = (source: string) => rows.find((row) => row.source === source)
    const total = (key: 'arrived' | 'sent' | 'steps' | 'stopped') =>
      rows.reduce((sum, row) => sum + (typeof row[key] === 'number' ? row[key] : (row[key].one ?? 0)), 0)
    expect(rows).toHaveLength(201)
    expect(of('common')).toMatchObject({ arrived: 40, sent: 20 })
    expect(of(OTHER_SOURCES)?.arrived).toBe(400 - 40 - 199)
    expect([total('arrived'), total('sent'), total('steps'), total('stopped')]).toEqual([400, 200, 400, 200])
    const [kept] = await query<{ n: string }>(
      facts.database,
      'select count(distinct source) as n from visit where form_id = $1',
      [form],
    )
    expect(Number(kept?.n)).toBe(361)
  })

  it('are counted by going through submissions once, also before the database knows how many there are', async () => {
    const { id: workspace } = await makeWorkspace(facts, false)
    const form = randomUUID()
    const release = randomUUID()
    const { db } = connection
    const read = db.transaction().execute(async (tx) => {
      await sql`
        insert into form (id, workspace_id, slug, name, draft) values (${form}, ${workspace}, ${`stale-${form}`}, 'x', '{}')
      `.execute(tx)
      await sql`
        insert into release (id, workspace_id, form_id, number, definition, changes, released_by)
        values (${release}, ${workspace}, ${form}, 1, '{}', '[]', null)
      `.execute(tx)
      await sql`
        insert into visit (id, workspace_id, form_id, release_number, arrived_at, sent_at, last_at, steps, source, link)
        select gen_random_uuid(), ${workspace}, ${form}, 1, '2026-05-05T12:00Z', '2026-05-05T12:01Z',
          '2026-05-05T12:01Z', '{one}', 'common', '{}'
        from generate_series(1, 1500) n
      `.execute(tx)
      await sql`
        insert into submission (id, workspace_id, form_id, release_id, visit_id, received_at, state, "values", origins, link, outcome)
        select gen_random_uuid(), ${workspace}, ${form}, ${release}, id, '2026-05-05T12:01Z',
          case when row_number() over () % 3 = 0 then 'spam' else 'applied' end, '{}', '{}', '{}', '{}'
        from visit where form_id = ${form}
      `.execute(tx)
      // As it stands where nobody has looked since there were none.
      await sql`delete from pg_statistic where starelid in ('submission'::regclass, 'visit'::regclass)`.execute(tx)
      await sql`update pg_class set reltuples = 1, relpages = 1 where oid in ('submission'::regclass, 'visit'::regclass)`.execute(
        tx,
      )
      const rowsRead = async () => {
        const { rows } = await sql<{ n: string }>`
          select seq_tup_read + idx_tup_fetch as n from pg_stat_xact_user_tables where relid = 'submission'::regclass
        `.execute(tx)
        return Number(rows[0]?.n)
      }
      const before = await rowsRead()
      await recountDay(tx, form, '2026-05-05')
      const read = (await rowsRead()) - before
      const [day] = await readDays(tx, [form], '2026-05-05', '2026-05-05')
      throw new Undone({ read, day })
    })
    const { read: rows, day } = await read.catch((error: unknown) => {
      if (error instanceof Undone) return error.found
      throw error
    })
    expect(day).toMatchObject({ arrived: 1000, sent: 1000 })
    expect(rows).toBeLessThan(50_000)
  })
})

/** What was found in a transaction that is to leave nothing. */
class Undone extends Error {
  constructor(readonly found: { read: number; day: object | undefined }) {
    super('Undone')
  }
}
