import { randomUUID } from 'node:crypto'
import { Migrator, sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { RIGHT_NAMES, readRights } from '@/core/rights/right'
import { connect, type Connection } from '@/db/database'
import { migrate } from '@/db/migrate'
import { migrations } from '@/db/migrations'
import { readWaiting } from '@/db/queries/submissions'
import { query } from '../support/database'
import { readFacts } from '../support/facts'

const facts = readFacts()
const NAME = `lichen_before_${Date.now().toString(36)}`

/** A database as the release before left it, with data in it, is brought up to date and loses nothing. */
describe('migrating', () => {
  let connection: Connection
  const ids = { workspace: randomUUID(), form: randomUUID(), visit: randomUUID(), contact: randomUUID() }

  beforeAll(async () => {
    await query(facts.database, `create database ${NAME}`)
    const address = new URL(facts.database)
    address.pathname = NAME
    connection = connect(address.toString(), { size: 2 })
    const provider = { getMigrations: () => Promise.resolve(migrations) }
    const { error } = await new Migrator({ db: connection.db, provider }).migrateTo('0001_first_line')
    if (error) throw error
    await fillAsBefore(connection, ids)
  })
  afterAll(async () => {
    await connection.pool.end()
    await query(facts.database, `drop database ${NAME} with (force)`)
  })

  it('goes through once, and a second time changes nothing', async () => {
    expect((await migrate(connection)).length).toBe(Object.keys(migrations).length - 1)
    expect(await migrate(connection)).toEqual([])
  })
  it('keeps every row, and fills in what is new', async () => {
    const { db } = connection
    const [submission] = await readWaiting(db, ids.workspace, 10)
    expect(submission).toMatchObject({
      visit_id: ids.visit,
      values: { email: 'ilka@x.example' },
      attempts: 0,
      seq: '1',
    })
    const releases = await db.selectFrom('release').select(['number', 'replaced_at']).orderBy('number').execute()
    expect(releases.map(({ number, replaced_at }) => [number, replaced_at?.toISOString() ?? null])).toEqual([
      [1, '2026-02-01T00:00:00.000Z'],
      [2, null],
    ])
    const change = await db.selectFrom('record_change').select(['field', 'to', 'seq']).executeTakeFirstOrThrow()
    expect(change).toEqual({ field: 'first_name', to: 'Ilka', seq: '1' })
    const workspace = await db.selectFrom('workspace').select('time_zone').executeTakeFirstOrThrow()
    expect(workspace.time_zone).toBe('UTC')
    const contact = await db
      .selectFrom('record')
      .innerJoin('record_text', 'record_text.record_id', 'record.id')
      .select(['record.title', 'text'])
      .executeTakeFirstOrThrow()
    expect(contact.title).toBe('Ilka')
    expect(contact.text).toContain('ilka@x.example')
    const delivery = await db
      .selectFrom('delivery')
      .select(['connection', sql<string>`delivery_text(body)`.as('text')])
      .executeTakeFirstOrThrow()
    expect(delivery).toMatchObject({ connection: null, text: expect.stringContaining('Hello') as string })
  })
  it('gives everything that happened its cause: a submission its own, what was entered by hand one of its own', async () => {
    const { db } = connection
    const causes = await db.selectFrom('cause').select(['id', 'sort', 'deed', 'who']).orderBy('seq').execute()
    const [{ id: submission }] = (await db.selectFrom('submission').select('id').execute()) as [{ id: string }]
    const change = await db.selectFrom('record_change').select('cause_id').executeTakeFirstOrThrow()
    const delivery = await db.selectFrom('delivery').select('cause_id').executeTakeFirstOrThrow()
    const membership = await db.selectFrom('list_membership').select(['cause_id', 'wording']).executeTakeFirstOrThrow()
    expect(causes).toHaveLength(2)
    expect(causes).toContainEqual({ id: submission, sort: 'submission', deed: 'apply', who: null })
    expect(causes).toContainEqual({ id: change.cause_id, sort: 'member', deed: 'addContact', who: 'Ines' })
    expect([delivery.cause_id, membership]).toEqual([submission, { cause_id: submission, wording: 'Yes' }])
    // And whoever was known then is met again: a contact is opened by nobody a second time.
    await expect(
      sql`insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
        values (${ids.workspace}, 'contact', 'ilka@x.example', '', '{}', now(), now())`.execute(db),
    ).rejects.toThrow('record_key')
  })
  it('leaves everybody and every program able to do what they could', async () => {
    const { db } = connection
    const members = await db.selectFrom('member').select(['user_id', 'role']).execute()
    expect(members).toEqual([{ user_id: 'ines', role: 'owner' }])
    const { rights } = await db.selectFrom('api_token').select('rights').executeTakeFirstOrThrow()
    expect(readRights(rights)).toEqual(new Set(RIGHT_NAMES))
    const { handle } = await db.selectFrom('workspace').select('handle').executeTakeFirstOrThrow()
    expect(handle).toBe(`elm-${ids.workspace.slice(0, 6)}`)
  })
  it('moves events into the months they belong to', async () => {
    await sql`select ensure_visit_event_month('2026-01-01')`.execute(connection.db)
    const { rows } = await sql<{ part: string }>`select tableoid::regclass::text as part from visit_event`.execute(
      connection.db,
    )
    expect(rows).toEqual([{ part: 'visit_event_2026_01' }])
  })
})

async function fillAsBefore({ db }: Connection, ids: Record<'workspace' | 'form' | 'visit' | 'contact', string>) {
  const { workspace, form, visit, contact } = ids
  await sql`insert into workspace (id, name, mail_domain) values (${workspace}, 'Elm', 'elm.example')`.execute(db)
  await sql`insert into form (id, workspace_id, slug, name, draft) values (${form}, ${workspace}, 'elm', 'Elm', '{}')`.execute(
    db,
  )
  await sql`insert into "user" (id, name, email) values ('ines', 'Ines', 'ines@elm.example')`.execute(db)
  await sql`insert into member (workspace_id, user_id) values (${workspace}, 'ines')`.execute(db)
  await sql`insert into api_token (workspace_id, name, hash) values (${workspace}, 'Board', '\\x00')`.execute(db)
  await sql`insert into release (workspace_id, form_id, number, definition, changes, released_at) values
    (${workspace}, ${form}, 1, '{}', '[]', '2026-01-01T00:00Z'), (${workspace}, ${form}, 2, '{}', '[]', '2026-02-01T00:00Z')
  `.execute(db)
  await sql`insert into submission (workspace_id, form_id, release_id, visit_id, "values", origins, link, outcome, received_at)
    select ${workspace}, ${form}, id, ${visit}, '{"email": "ilka@x.example"}', '{}', '{}', '{}', '2026-01-05T00:00Z'
    from release where number = 1`.execute(db)
  await sql`insert into record (id, workspace_id, type, key, "values", created_at, updated_at)
    values (${contact}, ${workspace}, 'contact', 'ilka@x.example', '{"first_name": "Ilka"}', now(), now())`.execute(db)
  await sql`insert into record_change (workspace_id, record_id, field, "from", "to", because, at)
    values (${workspace}, ${contact}, 'first_name', 'null', '"Ilka"', 'Entered by Ines', now())`.execute(db)
  await sql`insert into list (workspace_id, name, title) values (${workspace}, 'notes', 'Notes')`.execute(db)
  await sql`insert into list_membership (workspace_id, list, contact_id, wording, submission_id, joined_at)
    select ${workspace}, 'notes', ${contact}, 'Yes', id, now() from submission`.execute(db)
  await sql`insert into delivery (workspace_id, submission_id, key, body, because, created_at)
    select ${workspace}, id, 'mail:x', '{"to": "mail", "subject": "Hello"}', 'x', now() from submission`.execute(db)
  await sql`insert into visit_event (workspace_id, form_id, visit_id, at, kind)
    values (${workspace}, ${form}, ${visit}, '2026-01-05T00:00Z', 'arrived')`.execute(db)
}
