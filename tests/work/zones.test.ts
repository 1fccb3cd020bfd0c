import fc from 'fast-check'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dayIn, zoneNames } from '@/core/formats/zone'
import { api, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()

describe('a time zone', () => {
  const client = new pg.Client(facts.database)
  beforeAll(() => client.connect())
  afterAll(() => client.end())

  it('has the same days to us as to PostgreSQL, in every zone both know', async () => {
    const { rows } = await client.query<{ name: string }>('select name from pg_timezone_names')
    const known = new Set(rows.map(({ name }) => name))
    const zones = zoneNames().filter((name) => known.has(name))
    expect(zones.length).toBeGreaterThan(300)
    const moments = fc.date({ min: new Date('2015-01-01'), max: new Date('2026-12-31'), noInvalidDate: true })
    const cases = fc.sample(fc.tuple(fc.constantFrom(...zones), moments), { numRuns: 2000, seed: 20261125 })
    const { rows: days } = await client.query<{ day: string }>(
      `select (at at time zone zone)::date::text as day
       from unnest($1::text[], $2::timestamptz[]) with ordinality as one(zone, at, n) order by n`,
      [cases.map(([zone]) => zone), cases.map(([, at]) => at.toISOString())],
    )
    const differ = cases.filter(([zone, at], n) => dayIn(zone, at) !== days[n]?.day)
    expect(differ).toEqual([])
  })

  describe('of a workspace', () => {
    let other: OtherWorkspace
    let reach: typeof facts
    const slug = `zone-${Date.now().toString(36)}`
    const counts = async () => {
      const { body } = await api<{ from: string; to: string; days: { day: string; arrived: number }[] }>(
        reach,
        'GET',
        `/forms/${slug}/readout?from=2026-03-01&to=2026-03-31`,
      )
      return Object.fromEntries(body.days.map(({ day, arrived }) => [day, arrived]))
    }

    beforeAll(async () => {
      other = await makeWorkspace(facts, false)
      reach = { ...facts, token: other.token }
      await api(reach, 'POST', '/forms', { name: slug, slug })
      // Around midnight in Kiritimati (UTC+14), in Stockholm before and after its clocks change, and in UTC.
      const moments = ['2026-03-09T10:30Z', '2026-03-09T23:30Z', '2026-03-28T23:30Z', '2026-03-29T22:30Z']
      await query(
        facts.database,
        `insert into visit (id, workspace_id, form_id, release_number, arrived_at, last_at, steps, source, link)
         select gen_random_uuid(), $1, form.id, 1, at, at, '{}', 'direct', '{}'
         from form, unnest($2::timestamptz[]) at where slug = $3`,
        [other.id, moments, slug],
      )
    })

    it('is refused where nobody knows it', async () => {
      for (const timeZone of ['Europe/Nowhere', '+01:00', '', 5]) {
        const { status } = await api(reach, 'PUT', '/settings/time-zone', { timeZone })
        expect([timeZone, status]).toEqual([timeZone, 422])
      }
    })

    it.each(['UTC', 'Europe/Stockholm', 'Pacific/Kiritimati', 'UTC'])(
      'counts its days anew when it becomes %s, as plain SQL does',
      async (timeZone) => {
        expect(await api(reach, 'PUT', '/settings/time-zone', { timeZone })).toMatchObject({ status: 200 })
        const rows = await query<{ day: string; n: number }>(
          facts.database,
          `select (arrived_at at time zone $2)::date::text as day, count(*)::int as n
           from visit join form on form.id = form_id where slug = $1 group by 1`,
          [slug, timeZone],
        )
        const wanted = Object.fromEntries(rows.map(({ day, n }) => [day, n]))
        expect(Object.keys(wanted).length).toBeGreaterThan(1)
        await until('the numbers are counted anew', async () => {
          const found = await counts()
          return JSON.stringify(Object.entries(found).sort()) === JSON.stringify(Object.entries(wanted).sort())
        })
      },
    )
  })
})
