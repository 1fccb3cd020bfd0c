import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { type Condition, holds } from '@/core/logic/condition'
import { OPERATORS } from '@/core/logic/expectation'
import { connect } from '@/db/database'
import { listPeople } from '@/db/queries/people'
import { countPeopleWho } from '@/db/queries/segments'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'
import { makeMember } from '../support/workspace'

const facts = readFacts()
const slug = `segments-${Date.now().toString(36)}`
const other = `${slug}-other`

/** The small form with a choice, several choices, a number, a day, and the company. */
const form: FormInput = {
  ...smallForm,
  routing: { rows: [], otherwise: null },
  records: { company: true },
  steps: [
    ...smallForm.steps,
    {
      name: 'more',
      title: 'More',
      questions: [
        { kind: 'short_text', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
        { kind: 'short_text', name: 'ware', label: 'Ware', lands: [{ field: 'ware' }] },
        { kind: 'number', name: 'kilns', label: 'Kilns', lands: [{ field: 'kilns' }] },
        { kind: 'date', name: 'since', label: 'Since', lands: [{ field: 'since' }] },
        { kind: 'yes_no', name: 'shares', label: 'Shares', lands: [{ field: 'shares' }] },
      ],
    },
  ],
}

const shop = workshop(facts, slug, smallForm)
const { rows } = shop
const { db, pool } = connect(facts.database, { size: 2 })
afterAll(() => pool.end())

const zone = 'Pacific/Auckland'

beforeAll(async () => {
  await shop.open()
  const { reach } = shop
  for (const [label, type] of [
    ['Ware', 'text'],
    ['Kilns', 'number'],
    ['Since', 'date'],
    ['Shares', 'yes_no'],
  ] as const)
    await api(reach, 'POST', '/fields/contact', { label, type })
  await api(reach, 'PUT', '/settings/time-zone', { timeZone: zone })
  await releasedForm(reach, other, form)
  const people: Record<string, unknown>[] = [
    {
      first_name: 'Ada',
      ware: 'Stoneware',
      kilns: 2,
      since: '2020-02-29',
      shares: true,
      studio: 'Alder',
      letter: true,
    },
    { first_name: 'Bo', ware: 'stoneware', kilns: 10, since: '2024-01-01', shares: false, studio: 'Birch' },
    { first_name: 'Cy', ware: 'Raku 50% off_%', studio: 'alder' },
    { first_name: 'Dé', kilns: 0, letter: true },
    { first_name: 'Eve' },
  ]
  for (const [n, one] of people.entries()) {
    const email = `person-${n}@${slug}.example`
    const sent = await send(reach, other, { ...one, email }, { link: { utm_source: one.ware ? 'fair' : 'search' } })
    expect(sent.body.errors ?? []).toEqual([])
    await applied(reach, sent.body.submission)
  }
  const again = await send(reach, slug, { first_name: 'Ada', email: `person-0@${slug}.example` })
  const { contact } = await applied(reach, again.body.submission)
  const { id: owner } = await makeMember(facts, shop.workspace, 'editor', 'Ines')
  await api(reach, 'PUT', `/records/${contact}/owner`, { owner })
  // Some sent long ago.
  await rows(
    `update submission set received_at = received_at - interval '40 days' where workspace_id = $1 and seq % 2 = 0`,
    shop.workspace,
  )
})

/** What is known of each person, read with nothing of ours in between. */
const known = () =>
  rows<{ id: string; values: Record<string, never> }>(
    `select c.id, jsonb_build_object(
       'contact', c."values",
       'company', coalesce(h."values", '{}'),
       'owner', c.owner_id,
       'lists', (select coalesce(jsonb_agg(list), '[]') from list_membership where contact_id = c.id),
       'known_since', (c.created_at at time zone $2)::date::text,
       'submissions', (select count(*) from submission where contact_id = c.id),
       'sent', (select coalesce(jsonb_agg(f.slug), '[]') from submission s join form f on f.id = s.form_id where s.contact_id = c.id),
       'last_sent', (select jsonb_object_agg(f.slug, (s.received_at at time zone $2)::date::text order by s.received_at)
          from submission s join form f on f.id = s.form_id where s.contact_id = c.id),
       'days_since', (select jsonb_object_agg(f.slug, (now() at time zone $2)::date - (s.received_at at time zone $2)::date order by s.received_at)
          from submission s join form f on f.id = s.form_id where s.contact_id = c.id),
       'sources', (select coalesce(jsonb_agg(v.source), '[]') from submission s join visit v on v.id = s.visit_id where s.contact_id = c.id),
       'first_source', (select v.source from submission s join visit v on v.id = s.visit_id where s.contact_id = c.id order by s.received_at limit 1),
       'answer', (select jsonb_object_agg(f.slug || '/' || a.key, a.value order by s.received_at)
          from submission s join form f on f.id = s.form_id, jsonb_each(s."values") a where s.contact_id = c.id)
     ) as "values"
     from record c left join record h on h.id = c.company_id
     where c.workspace_id = $1 and c.type = 'contact' and c.gone_by is null`,
    shop.workspace,
    zone,
  )

const PLACES = [
  'contact.ware',
  'contact.first_name',
  'contact.kilns',
  'contact.since',
  'contact.shares',
  'contact.nothing',
  'company.name',
  'owner',
  'lists',
  'known_since',
  'submissions',
  'sent',
  `last_sent.${slug}`,
  `last_sent.${other}`,
  `days_since.${other}`,
  'sources',
  'first_source',
  `answer.${other}/ware`,
  `answer.${other}/kilns`,
  `answer.${other}/letter`,
]

const operand = fc.constantFrom<string | number | boolean>(
  'stoneware',
  'STONEWARE',
  'Raku',
  '50% off_%',
  'é',
  'Alder',
  'firing_notes',
  'fair',
  'search',
  slug,
  other,
  '2020-02-29',
  '2024-01-01',
  new Date().toISOString().slice(0, 10),
  0,
  2,
  10,
  40,
  true,
  false,
  '',
)

const test = fc.record({
  value: fc.constantFrom(...PLACES),
  is: fc.constantFrom(...OPERATORS),
  to: fc.oneof(operand, fc.array(operand, { minLength: 1, maxLength: 3 })),
})

const { condition } = fc.letrec<{ condition: Condition }>((tie) => ({
  condition: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    test as fc.Arbitrary<Condition>,
    fc.record({ all: fc.array(tie('condition'), { minLength: 1, maxLength: 3 }) }),
    fc.record({ any: fc.array(tie('condition'), { minLength: 1, maxLength: 3 }) }),
    fc.record({ none: fc.array(tie('condition'), { minLength: 1, maxLength: 3 }) }),
  ),
}))

describe('people who fit a condition', () => {
  it('are those of whom it holds, whatever it is', async () => {
    const people = await known()
    expect(people).toHaveLength(5)
    await fc.assert(
      fc.asyncProperty(condition, async (one) => {
        const fitting = people.filter(({ values }) => holds(one, values))
        expect(await countPeopleWho(db, shop.workspace, one)).toBe(fitting.length)
        // A full page is found among the first that are looked at one by one, one that is not among everybody.
        const page = (limit: number) => listPeople(db, shop.workspace, { who: one, limit })
        const whole = (await page(people.length)).rows.map(({ id }) => id)
        expect(whole.toSorted()).toEqual(fitting.map(({ id }) => id).toSorted())
        if (whole.length > 1)
          expect((await page(whole.length - 1)).rows.map(({ id }) => id)).toEqual(whole.slice(0, -1))
      }),
      { numRuns: 400 },
    )
  })

  it('are counted as plain SQL counts them, listed, and taken along', async () => {
    const { reach } = shop
    const recounted: [Condition, string][] = [
      [
        { value: 'lists', is: 'includes', to: ['firing_notes'] },
        'select count(distinct contact_id) as n from list_membership where workspace_id = $1',
      ],
      [
        {
          all: [
            { value: 'contact.kilns', is: 'at_least', to: 2 },
            { value: 'sent', is: 'includes', to: [other] },
          ],
        },
        `select count(*) as n from record where workspace_id = $1 and type = 'contact' and ("values" ->> 'kilns')::numeric >= 2`,
      ],
      [
        { value: 'days_since', is: 'at_most', to: 30 },
        `select count(distinct contact_id) as n from submission where workspace_id = $1 and received_at > now() - interval '30 days'`,
      ],
      [
        { none: [{ value: 'sources', is: 'includes', to: ['fair'] }] },
        `select count(*) as n from record c where workspace_id = $1 and type = 'contact' and not exists (
          select from submission s join visit v on v.id = s.visit_id where s.contact_id = c.id and v.source = 'fair')`,
      ],
    ]
    for (const [who, plain] of recounted) {
      const [{ n } = { n: '' }] = await rows<{ n: string }>(plain, shop.workspace)
      const { body } = await api<{ count: number; some: unknown[] }>(reach, 'POST', '/segments/count', {
        condition: who,
      })
      expect([who, body.count]).toEqual([who, Number(n)])
      expect(body.some).toHaveLength(Number(n))
    }
    const kept = await api<{ name: string }>(reach, 'POST', '/segments', {
      title: 'Two kilns or more',
      condition: { value: 'contact.kilns', is: 'at_least', to: 2 },
    })
    const listed = await api<{ contacts: { name: string }[] }>(
      reach,
      'GET',
      `/contacts?segment=${kept.body.name}&sort=name`,
    )
    expect(listed.body.contacts.map(({ name }) => name)).toEqual(['Ada', 'Bo'])
    const { cookie } = await makeMember(facts, shop.workspace, 'editor')
    const file = await fetch(`${facts.url}/exports/people?format=csv&segment=${kept.body.name}`, {
      headers: { cookie },
    })
    expect((await file.text()).trim().split('\r\n')).toHaveLength(3)
    expect((await api(reach, 'GET', '/contacts?segment=nobody')).status).toBe(404)
    expect((await fetch(`${facts.url}/exports/people?format=csv&segment=nobody`, { headers: { cookie } })).status).toBe(
      404,
    )
  })

  it('are said with care: a place that there is not, and what is too deep or too much, is refused', async () => {
    const count = async (who: unknown) => (await api(shop.reach, 'POST', '/segments/count', { condition: who })).status
    const leaf = { value: 'submissions', is: 'at_least', to: 1 }
    expect(await count({ value: 'Contact', is: 'blank' })).toBe(422)
    expect(await count({ value: 'contact', is: 'blank' })).toBe(200)
    expect(await count({ all: Array.from({ length: 41 }, () => leaf) })).toBe(422)
    expect(await count(Array.from({ length: 7 }).reduce<object>((inner) => ({ any: [inner] }), leaf))).toBe(422)
    expect(await count({ value: `contact.x'; drop table segment; --`, is: 'equals', to: `'` })).toBe(422)
  })
})
