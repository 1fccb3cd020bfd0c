import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { keepNightly } from '@/server/keeping/keepNightly'
import { api } from '../support/api'
import { figure, query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()

/** What has had its time is removed, and told by which rule; the rest stays. */
describe('each night', () => {
  const { db, pool } = connect(facts.database, { size: 4 })
  let own: OtherWorkspace
  let user: string
  const run = (text: string, ...values: unknown[]) => query<{ id: string }>(facts.database, text, values)
  const count = (text: string, ...values: unknown[]) => figure(facts.database, text, values)
  const told = async () => {
    const reach = { ...facts, token: own.token }
    const { body } = await api<{ history: { deed: string; about: string; sort: string; who: string | null }[] }>(
      reach,
      'GET',
      '/history?limit=200',
    )
    const kept = body.history.filter(({ sort }) => sort === 'keeping')
    expect(kept.every(({ who }) => who === null)).toBe(true)
    const sums: Record<string, number> = {}
    for (const { deed, about } of kept) sums[deed] = (sums[deed] ?? 0) + Number(about)
    return sums
  }

  beforeAll(async () => {
    own = await makeWorkspace(facts)
    user = (await run('select user_id as id from member where workspace_id = $1', own.id))[0]?.id ?? ''
    const [form] = await run(
      `insert into form (workspace_id, slug, name, draft) values ($1, $2, 'Kept', '{}') returning id`,
      own.id,
      `kept-${Date.now().toString(36)}`,
    )
    const [contact] = await run(
      `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
       values ($1, 'contact', 'kept@x.example', '', '{}', now(), now()) returning id`,
      own.id,
    )
    for (const ended of ['31 days', '29 days'])
      await run(
        `insert into remembered_browser (workspace_id, id, contact_id, form_id, expires_at)
         values ($1, $2, $3, $4, now() - $5::interval)`,
        own.id,
        randomUUID(),
        contact?.id,
        form?.id,
        ended,
      )
    for (const [expires, withdrawn] of [
      ['31 days', null],
      ['29 days', null],
      ['-60 days', '31 days'],
      ['-60 days', null],
    ])
      await run(
        `insert into personal_link (workspace_id, contact_id, form_id, hash, expires_at, withdrawn_at)
         values ($1, $2, $3, $4, now() - $5::interval, now() - $6::interval)`,
        own.id,
        contact?.id,
        form?.id,
        Buffer.from(randomUUID()),
        expires,
        withdrawn,
      )
    for (const ended of ['1 second', '3 days', '-1 day'])
      await run(
        `insert into "session" (id, "expiresAt", token, "userId") values ($1, now() - $2::interval, $1, $3)`,
        randomUUID(),
        ended,
        user,
      )
    for (const ended of ['1 second', '-1 hour'])
      await run(
        `insert into way_in (id, purpose, email, user_id, expires_at)
         values ($1, 'new password', 'kept@x.example', $2, now() - $3::interval)`,
        randomUUID(),
        user,
        ended,
      )
    await run(
      `insert into verification (id, identifier, value, "expiresAt") values ($1, 'kept', 'x', now() - interval '1 second')`,
      randomUUID(),
    )
  })
  afterAll(() => pool.end())

  it('links, sessions and proofs that have ended are removed, told with how many by which rule, and nothing else', async () => {
    await Promise.all([keepNightly(db), keepNightly(db)])
    expect(await count('select count(*) from personal_link where workspace_id = $1', own.id)).toBe(2)
    expect(await count('select count(*) from remembered_browser where workspace_id = $1', own.id)).toBe(1)
    // The one that the member is signed in with, and the one that has a day left.
    expect(await count('select count(*) from "session" where "userId" = $1', user)).toBe(2)
    expect(await count('select count(*) from way_in where user_id = $1', user)).toBe(1)
    expect(await count(`select count(*) from verification where "expiresAt" < now()`)).toBe(0)
    expect(await told()).toEqual({
      removeEndedBrowsers: 1,
      removeEndedLinks: 2,
      removeEndedProofs: 1,
      removeEndedSessions: 2,
    })
  })

  it('a night in which nothing had its time tells nothing', async () => {
    const before = await told()
    await keepNightly(db)
    expect(await told()).toEqual(before)
  })

  it('many are removed in several goes, each of them told', async () => {
    for (let n = 0; n < 5; n++)
      await run(
        `insert into "session" (id, "expiresAt", token, "userId") values ($1, now() - interval '1 minute', $1, $2)`,
        randomUUID(),
        user,
      )
    await keepNightly(db, 2)
    expect(await count('select count(*) from "session" where "userId" = $1 and "expiresAt" < now()', user)).toBe(0)
    expect(await told()).toMatchObject({ removeEndedSessions: 7 })
  })
})
