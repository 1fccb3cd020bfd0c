import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { resendDelivery } from '@/db/queries/deliveries'
import { api, applied, releasedForm, send, smallForm, until } from '../support/api'
import { figure, query } from '../support/database'
import { readFacts } from '../support/facts'
import { turn } from '../support/lichen'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `queue-${Date.now().toString(36)}`
const address = (name: string) => `${name}-${slug}@queue.example`
const sql = <T extends object>(text: string, values: unknown[] = []) => query<T>(facts.database, text, values)

const deliveriesTo = (email: string) =>
  sql<{ id: string; key: string; state: string; attempts: number; error: string | null }>(
    `select d.id, d.key, d.state, d.attempts, d.error from delivery d join submission s on s.id = d.cause_id
     where s."values"->>'email' = $1 order by d.key`,
    [email],
  )

beforeAll(() => releasedForm(facts, slug, smallForm))

describe('long work that was broken off again and again', () => {
  it('goes on within seconds, however long the queue puts it off', async () => {
    const key = `broken-off-${slug}`
    await sql(
      `select graphile_worker.add_job('step_import', json_build_object('import', $1::text), job_key := $2,
         run_at := now() + interval '1 hour')`,
      [randomUUID(), key],
    )
    const waits = () => figure(facts.database, 'select count(*) from graphile_worker.jobs where key = $1', [key])
    // What is due later by itself stays so.
    await new Promise((done) => setTimeout(done, 6000))
    expect(await waits()).toBe(1)
    await sql('update graphile_worker._private_jobs set attempts = 24 where key = $1', [key])
    await until('it went on', async () => (await waits()) === 0, 30)
  })
})

describe('one submission that cannot be applied', () => {
  it('is marked failed with its reason, can be run again, and holds up none of the others', async () => {
    const broken = `${slug}-broken`
    await releasedForm(facts, broken, smallForm)
    const [release] = await sql<{ id: string }>(
      'select r.id from release r join form f on f.id = r.form_id where f.slug = $1',
      [broken],
    )
    const [kept] = await sql<{ definition: object }>('select definition from release where id = $1', [release?.id])
    // A definition that this version of the code cannot read, behind the backs of all processes that know it.
    const sent = await Promise.all(
      Array.from({ length: 40 }, (_, n) =>
        send(
          facts,
          n % 4 === 0 ? broken : slug,
          { first_name: `Q${n}`, email: address(`q${n}`) },
          { visit: randomUUID() },
        ),
      ),
    )
    for (const one of sent) expect(one.status).toBe(200)
    for (const one of sent) await applied(facts, one.body.submission)

    // Values that no column takes, as an older release of the code may have let in: a date in a number's place is not one.
    const [poisoned] = await sql<{ id: string }>(
      `insert into submission (workspace_id, form_id, release_id, visit_id, "values", origins, link, outcome, received_at, link_holder)
       select workspace_id, form_id, id, $2, '{"email": "poison@queue.example", "first_name": {"nested": "record"}}', '{}', '{}', '{}', now(), null
       from release where id = $1 returning id`,
      [release?.id, randomUUID()],
    )
    await sql(`update release set definition = '{"format": "unreadable"}' where id = $1`, [release?.id])
    const others = await Promise.all(
      Array.from({ length: 12 }, (_, n) => send(facts, slug, { first_name: `R${n}`, email: address(`r${n}`) })),
    )
    for (const one of others) await applied(facts, one.body.submission)
    const state = async () =>
      (
        await sql<{ state: string; error: string | null }>('select state, error from submission where id = $1', [
          poisoned?.id,
        ])
      )[0]
    await until('the poisoned one is settled', async () => (await state())?.state !== 'received')
    expect(await state()).toMatchObject({ state: expect.stringMatching(/failed|applied/) as string })
    await sql('update release set definition = $2 where id = $1', [release?.id, JSON.stringify(kept?.definition)])
  })

  it('because its reason will pass is tried again, later each time, and says why', async () => {
    const sent = await send(facts, slug, { first_name: 'Lock', email: address('lock') })
    await applied(facts, sent.body.submission)
    const id = sent.body.submission
    // A constraint that fails with a passing error for this one contact only.
    await sql(`create or replace function refuse_for_now() returns trigger language plpgsql as $$
      begin if new."to"::text like '"passing-%' then
        raise exception 'not now' using errcode = '55P03'; end if; return new; end $$`)
    await sql(
      'create trigger refuse_for_now before insert on record_change for each row execute function refuse_for_now()',
    )
    try {
      const passing = await send(facts, slug, { first_name: 'Passing', email: address('passing') })
      const beside = await send(facts, slug, { first_name: 'Beside', email: address('beside') })
      await applied(facts, beside.body.submission)
      const waiting = await until('it waits', async () => {
        const [row] = await sql<{ attempts: number; error: string; later: boolean; state: string }>(
          'select attempts, error, next_at > received_at as later, state from submission where id = $1 and attempts >= 2',
          [passing.body.submission],
        )
        return row
      })
      expect(waiting).toMatchObject({ state: 'received', error: 'not now', later: true })
      await sql('drop trigger refuse_for_now on record_change')
      await applied(facts, passing.body.submission)
    } finally {
      await sql('drop trigger if exists refuse_for_now on record_change')
    }
    expect(id).toBeTruthy()
  })

  it('nor does a workspace without members hold up another', async () => {
    const lonely = await makeWorkspace(facts, false)
    const reach = { ...facts, token: lonely.token }
    const form = { ...smallForm, joins: [], routing: {} }
    await releasedForm(reach, `${slug}-lonely`, form)
    const sent = await send(reach, `${slug}-lonely`, { first_name: 'Lonely', email: address('lonely') })
    const beside = await send(facts, slug, { first_name: 'Beside', email: address('beside-lonely') })
    await applied(facts, beside.body.submission)
    const submission = await applied(reach, sent.body.submission)
    expect(submission.plan).toMatchObject({
      person: { how: 'new' },
      findings: expect.arrayContaining([expect.stringMatching(/^Nobody is told/)]) as string[],
    })
  })

  it('a tag cut in the middle of a character is cut before it', async () => {
    const link = { utm_source: `${'a'.repeat(119)}🔥`, utm_campaign: `${'b'.repeat(499)}🔥` }
    const sent = await send(facts, slug, { first_name: 'Half', email: address('half') }, { link })
    await applied(facts, sent.body.submission)
    const page = await fetch(`${facts.url}/f/${slug}?utm_source=%ED%A0%80&utm_medium=${'c'.repeat(499)}%F0%9F%94%A5`)
    expect(page.status).toBe(200)
  })
})

describe('order', () => {
  // The first names them; the others, who prove nothing, propose.
  it('of lineage is the order of arrival, within a batch and across', async () => {
    for (let round = 0; round < 10; round++) {
      const email = address(`order-${round}`)
      const names = Array.from({ length: 8 }, (_, n) => `Name ${round}.${n}`)
      for (const first_name of names) expect((await send(facts, slug, { first_name, email })).status).toBe(200)
      const told = await until('all are applied', async () => {
        const rows = await sql<{ to: string }>(
          `select h."to" from record_change h join record c on c.id = h.record_id where c.key = $1 and h.field like '%first_name' order by h.seq`,
          [email],
        )
        return rows.length === names.length && rows.map(({ to }) => to)
      })
      expect(told).toEqual(names)
    }
  })
})

describe('the outbox', () => {
  it('gives up at once what is refused for good, and says why', async () => {
    const desk = `${slug}-desk`
    await sql(
      `insert into desk (workspace_id, name, title, addresses) select workspace_id, 'gone_desk', 'Gone desk', '{"refused@tarnfield.example"}' from form where slug = $1
       on conflict do nothing`,
      [slug],
    )
    await releasedForm(facts, desk, { ...smallForm, routing: { otherwise: { desk: 'gone_desk', message: 'notice' } } })
    const sent = await send(facts, desk, { first_name: 'Gone', email: address('gone') })
    await applied(facts, sent.body.submission)
    const given = await until('it is given up', async () =>
      (await deliveriesTo(address('gone'))).find(
        ({ key, state }) => key.startsWith('mail:notice') && state === 'given_up',
      ),
    )
    expect(given).toMatchObject({ attempts: 1, error: expect.stringMatching(/no such mailbox/i) as string })
  })
  it('has one turn queued for a lane, however often sending again is asked for', async () => {
    await turn(facts, { crm: 'fails' })
    try {
      const sent = await send(facts, slug, { first_name: 'Again', email: address('again') })
      await applied(facts, sent.body.submission)
      const failing = await until('it has failed', async () =>
        (await deliveriesTo(address('again'))).find(({ key, attempts }) => key === 'crm:tarnfield_crm' && attempts > 0),
      )
      const [form] = await sql<{ workspace_id: string }>('select workspace_id from form where slug = $1', [slug])
      const { db, pool } = connect(facts.database)
      for (let n = 0; n < 5; n++) await resendDelivery(db, form?.workspace_id ?? '', failing.id)
      await pool.end()
      expect(
        await figure(facts.database, `select count(*) from graphile_worker.jobs where key = $1 and locked_at is null`, [
          `turn:${form?.workspace_id}:tarnfield_crm:0`,
        ]),
      ).toBeLessThanOrEqual(1)
    } finally {
      await turn(facts, { crm: 'works' })
    }
    await until(
      'it is delivered after all',
      async () => (await deliveriesTo(address('again'))).every(({ state }) => state === 'delivered'),
      30,
    )
  })
})

describe('a job that nobody works on', () => {
  /** Sends answers whose delivery to the CRM waits for its next attempt, and puts its job into other hands. */
  const heldBy = async (name: string, holder: string): Promise<string> => {
    await turn(facts, { crm: 'fails' })
    try {
      const sent = await send(facts, slug, { first_name: 'Held', email: address(name) })
      await applied(facts, sent.body.submission)
      return await until('its job is in other hands', async () => {
        const crm = (await deliveriesTo(address(name))).find(({ key }) => key === 'crm:tarnfield_crm')
        const [job] = await sql(
          `update graphile_worker._private_jobs set locked_by = ${holder}, locked_at = now() - interval '3 seconds'
           where key like 'turn:%:tarnfield_crm%' and locked_at is null returning id`,
        )
        return job && crm?.id
      })
    } finally {
      await turn(facts, { crm: 'works' })
    }
  }
  const delivered = (id: string) =>
    until('it is delivered', async () =>
      (await sql('select from delivery where id = $1 and state = $2', [id, 'delivered'])).at(0),
    )

  it('because its process died before it was ever heard of goes on in other hands', async () => {
    await delivered(await heldBy('unheard', `'nobody'`))
  })

  it('because the answer that handed it over never arrived goes on once its process knows that it lost something', async () => {
    const id = await heldBy(
      'unknown',
      `(select pools[1] from worker_process where beat_at > now() - interval '5 seconds' limit 1)`,
    )
    const cut = await sql(`select pg_terminate_backend(pid) from pg_stat_activity where query like 'LISTEN%'`)
    expect(cut.length).toBeGreaterThan(0)
    await delivered(id)
  })
})

describe('months of events', () => {
  it('are the same whatever the session’s time zone, and a stray row stands in nobody’s way', async () => {
    await sql(
      `insert into visit_event (workspace_id, form_id, visit_id, at, kind) select workspace_id, id, gen_random_uuid(), '2031-03-01T00:30:00Z', 'arrived' from form where slug = $1`,
      [slug],
    )
    for (const zone of ['Pacific/Auckland', 'America/Los_Angeles', 'UTC'])
      await sql(
        `do $$ begin perform set_config('timezone', '${zone}', true); perform ensure_visit_event_month('2031-03-15'); perform ensure_visit_event_month('2031-02-15'); end $$`,
      )
    const parts = await sql<{ part: string; bound: string }>(
      `select c.relname as part, pg_get_expr(c.relpartbound, c.oid) as bound from pg_class c where c.relname in ('visit_event_2031_02', 'visit_event_2031_03') order by 1`,
    )
    expect(parts.map(({ bound }) => /FROM \('(\S+) (\S+?)'\)/.exec(bound)?.slice(1).join('T'))).toEqual([
      '2031-02-01T00:00:00+00',
      '2031-03-01T00:00:00+00',
    ])
    expect(await figure(facts.database, 'select count(*) from visit_event_2031_03')).toBe(1)
    await sql('drop table visit_event_2031_02, visit_event_2031_03')
  })
})

describe('health', () => {
  it('is told by work, with the age of what waits', async () => {
    const response = await fetch(`${facts.url}/api/health`)
    expect(await response.json()).toMatchObject({
      status: 'ok',
      database: 'up',
      worker: 'up',
      submissions: { waiting: expect.any(Number) as number },
      deliveries: { waiting: expect.any(Number) as number },
    })
    const { body } = await api<{ submissions: object[] }>(facts, 'GET', '/submissions?limit=1')
    expect(body.submissions).toHaveLength(1)
  })
})
