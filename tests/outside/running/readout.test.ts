import { isDeepStrictEqual } from 'node:util'
import pg from 'pg'
import { afterAll, describe, expect, it } from 'vitest'
import { api, until } from '../../support/api'
import { readFacts } from '../../support/facts'

const facts = readFacts()
const client = new pg.Client(facts.database)
const connected = client.connect()
afterAll(() => client.end())

interface Numbers {
  from: string
  to: string
  arrived: number
  began: number
  sent: number
  steps: { name: string; reached: number; left: number }[]
  sources: { source: string; arrived: number; sent: number }[]
}

/** The same figures counted in plain SQL over the raw events, with none of our code in between. */
async function recount({ from, to }: Numbers, slug: string) {
  await connected
  const { rows } = await client.query<{
    arrived: number
    began: number
    sent: number
    steps: object
    left: object
    sources: object
  }>(
    `with arrivals as (
       select visit_id, source from visit_event join form on form.id = form_id
       where slug = $1 and kind = 'arrived' and (at at time zone (select time_zone from workspace where id = form.workspace_id))::date between $2::date and $3::date
     ), events as (
       select e.visit_id, e.kind, e.step, e.at, a.source from visit_event e join arrivals a using (visit_id)
     ), sent as (select distinct visit_id from events where kind = 'sent'),
     last_step as (
       select visit_id, step from (
         select visit_id, step, row_number() over (partition by visit_id order by at desc, ord desc) as n
         from (select *, array_position(array['your_work','your_room','your_plans','where_to_reach_you'], step) as ord
               from events where kind = 'step') s
       ) ranked where n = 1
     )
     select
       (select count(*)::int from arrivals) as arrived,
       (select count(distinct visit_id)::int from events where kind = 'began') as began,
       (select count(*)::int from sent) as sent,
       (select coalesce(json_object_agg(step, n), '{}') from (select step, count(distinct visit_id)::int as n from events where kind = 'step' group by 1) s) as steps,
       (select coalesce(json_object_agg(step, n), '{}') from (select step, count(*)::int as n from last_step where visit_id not in (select visit_id from sent) group by 1) s) as left,
       (select json_object_agg(source, json_build_array(n, m)) from (
          select source, count(*)::int as n, count(sent.visit_id)::int as m from arrivals left join sent using (visit_id) group by 1) s) as sources`,
    [slug, from, to],
  )
  return rows[0]
}

describe('Readout, recounted from the raw events', () => {
  it.each(['kiln-finder', 'bring-a-studio'])('gives exactly the same figures for %s', async (slug) => {
    const figures = (numbers: Numbers) => ({
      arrived: numbers.arrived,
      began: numbers.began,
      sent: numbers.sent,
      steps: Object.fromEntries(numbers.steps.map(({ name, reached }) => [name, reached])),
      left: Object.fromEntries(numbers.steps.filter(({ left }) => left > 0).map(({ name, left }) => [name, left])),
      sources: Object.fromEntries(numbers.sources.map(({ source, arrived, sent }) => [source, [arrived, sent]])),
    })
    // Rollups follow within a second, and other tests may begin or send meanwhile: both have to be told of one moment.
    const seen: (readonly [ReturnType<typeof figures>, Awaited<ReturnType<typeof recount>>])[] = []
    const settles = until('the rollups have settled', async () => {
      const { body } = await api<Numbers>(facts, 'GET', `/forms/${slug}/readout`)
      const both = [figures(body), await recount(body, slug)] as const
      seen.push(both)
      return isDeepStrictEqual(...both)
    })
    // Where they never do, what differs is said below.
    await settles.catch(() => undefined)
    const [told, counted] = seen.at(-1) ?? []
    expect(told?.arrived).toBeGreaterThan(100)
    expect(told).toEqual(counted)
  })
})
