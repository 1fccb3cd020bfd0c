import fc from 'fast-check'
import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { planFor } from '@/core/imports/import_plan'
import type { FormInput } from '@/core/form/definition'
import { api, applied, releasedForm, send, until } from '../support/api'
import { query } from '../support/database'
import { type Facts, readFacts } from '../support/facts'
import { KEPT_WRONG, SUBMISSIONS_KEPT_WRONG, TEXTS_WRONG } from '../support/listing'
import { formOfStudios, type PutBack } from '../support/workshop'
import { makeMember, makeWorkspace } from '../support/workspace'

const facts = readFacts()
const rows = <T extends object>(text: string, ...values: unknown[]) => query<T>(facts.database, text, values)

const step = fc.oneof(
  fc.record({
    does: fc.constant('send' as const),
    who: fc.constantFrom('Ada', 'Bo'),
    studio: fc.constantFrom('Birch', 'Cedar'),
    letter: fc.boolean(),
  }),
  fc.record({ does: fc.constant('edit' as const), which: fc.nat(9), to: fc.constantFrom('Aja', null, 'Bea') }),
  fc.record({
    does: fc.constant('correct' as const),
    which: fc.nat(4),
    values: fc.record(
      {
        first_name: fc.constantFrom('Ada', 'Bo', 'Cy'),
        studio: fc.constantFrom('Birch', 'Cedar', 'Dogwood', null),
        email: fc.constantFrom('Ada', 'Cy'),
        letter: fc.boolean(),
      },
      { requiredKeys: [] },
    ),
  }),
  fc.record({ does: fc.constant('note' as const), which: fc.nat(9) }),
  fc.record({ does: fc.constant('own' as const), which: fc.nat(9), to: fc.constantFrom(null, 0, 1) }),
  fc.record({ does: fc.constant('merge' as const), which: fc.nat(9), with: fc.nat(9), takes: fc.boolean() }),
  fc.record({
    does: fc.constant('bring' as const),
    who: fc.constantFrom('Ada', 'Di'),
    studio: fc.constantFrom('Birch', 'Elm'),
  }),
  fc.record({
    does: fc.constant('many' as const),
    errand: fc.constantFrom(
      { does: 'field', field: 'first_name', value: 'All' },
      { does: 'note', text: 'Rang all' },
      { does: 'join', list: 'firing_notes', wording: 'Ticked on paper' },
      { does: 'leave', list: 'firing_notes' },
    ),
  }),
  fc.record({ does: fc.constant('bin' as const), which: fc.nat(4), back: fc.boolean() }),
  fc.record({ does: fc.constant('put back' as const), which: fc.nat(9), despite: fc.boolean() }),
)

/** The form of studios, which gives what it opens to the owners of a desk, in turn. */
const formWithOwners: FormInput = {
  ...formOfStudios,
  records: { ...formOfStudios.records, owner: 'desk' },
  routing: { rows: [], otherwise: { desk: 'advice_line', message: 'notice' } },
}

interface Standing {
  id: string
  sort: string
  deed: string
  /** Whether it put back a whole import, or what was done to many: that is done again instead. */
  ends: boolean | null
}

interface Worked {
  state: string
  leftOver: Record<string, number>
}

/** Puts a cause back, by whichever way; whether nothing was left. */
async function putBack(here: Facts, { id, sort, deed, ends }: Standing, despite: boolean): Promise<boolean> {
  if (ends) return true
  const kept = sort === 'import' ? '/imports' : deed === 'doToMany' ? '/errands' : null
  if (kept === null)
    return (await api<PutBack>(here, 'POST', `/causes/${id}/back`, { despite })).body.left?.length === 0
  await api(here, 'POST', `${kept}/${id}/back`)
  const { leftOver } = await worked(here, `${kept}/${id}`, 'parted')
  return Object.keys(leftOver).length === 0
}

const worked = (here: Facts, path: string, state: string): Promise<Worked> =>
  until(`${path} is ${state}`, async () => {
    const { body } = await api<Worked>(here, 'GET', path)
    return body.state === state && body
  })

/** Brings a file of people in, with what they are called and their company. */
async function bringIn(here: Facts, text: string): Promise<void> {
  const { body } = await api<{ id: string }>(here, 'POST', '/imports', { name: 'book.csv', text })
  const path = `/imports/${body.id}`
  await worked(here, path, 'mapping')
  const field = (record: 'contact' | 'company', of: string) => ({ to: 'field' as const, record, field: of })
  const plan = planFor([field('contact', 'email'), field('contact', 'first_name'), field('company', 'name')])
  await api(here, 'PUT', `${path}/plan`, { plan })
  await worked(here, path, 'ready')
  await api(here, 'POST', `${path}/start`)
  await worked(here, path, 'done')
}

async function doToMany(here: Facts, ids: string[], errand: object): Promise<void> {
  const { body } = await api<{ id: string }>(here, 'POST', '/errands', { chosen: { type: 'contact', ids }, errand })
  await worked(here, `/errands/${body.id}`, 'done')
}

/** What no change explains: a value that is not what its last change said. */
const UNEXPLAINED = `
  select r.id, v.key, v.value, last."to" from record r
  cross join lateral jsonb_each(r."values") v
  join lateral (select "to" from record_change where record_id = r.id and field = v.key order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.gone_by is null and last."to" <> v.value
  union all
  select r.id, l.list, to_jsonb(l.wording), last."to" from record r
  join list_membership l on l.contact_id = r.id
  left join lateral (select "to" from record_change where record_id = r.id and field = '_list.' || l.list order by seq desc limit 1) last on true
  where r.workspace_id = $1 and last."to" is distinct from to_jsonb(l.wording)
  union all
  select n.record_id, n.id::text, to_jsonb(n.text), last."to" from note n
  left join lateral (select "to" from record_change where record_id = n.record_id and field = '_note.' || n.id order by seq desc limit 1) last on true
  where n.workspace_id = $1 and last."to" is distinct from to_jsonb(n.text)
  union all
  select r.id, '_company', to_jsonb(r.company_id), last."to" from record r
  join lateral (select "to" from record_change where record_id = r.id and field = '_company' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.company_id::text is distinct from last."to"->>'id'
  union all
  select r.id, '_owner', to_jsonb(r.owner_id), last."to" from record r
  left join lateral (select "to" from record_change where record_id = r.id and field = '_owner' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.owner_id is distinct from last."to"->>'id'
  union all
  select r.id, '_contact', to_jsonb(r.contact_id), last."to" from record r
  join lateral (select "to" from record_change where record_id = r.id and field = '_contact' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.contact_id::text is distinct from last."to"->>'id'
  union all
  select r.id, '_merged', to_jsonb(r.merged_into), last."to" from record r
  left join lateral (select "to" from record_change where record_id = r.id and field = '_merged' order by seq desc limit 1) last on true
  where r.workspace_id = $1 and r.merged_into::text is distinct from last."to"->>'id'
  union all
  select s.contact_id, s.id::text, null, last."to" from submission s
  join lateral (select "to" from record_change where record_id = s.contact_id and field = '_submission.' || s.id order by seq desc limit 1) last on true
  where s.workspace_id = $1 and last."to" <> 'true'`

describe('any sequence of submissions, changes, imports, merges and puttings back', () => {
  it('leaves every value explained by what set it last, and all put back in turn leaves the beginning', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 9 }), async (steps) => {
        const own = await makeWorkspace(facts, false)
        const here = { ...facts, token: own.token }
        await api(here, 'POST', '/lists', { title: 'Firing notes' })
        const name = `changes-${randomUUID().slice(0, 8)}`
        const members = [
          await makeMember(facts, own.id, 'editor', 'Ines'),
          await makeMember(facts, own.id, 'editor', 'Kim'),
        ]
        const owners = members.map(({ id }) => id)
        await api(here, 'POST', '/desks', { title: 'Advice line', addresses: ['a@elm.example'], owners })
        await releasedForm(here, name, formWithOwners)
        const there = () =>
          rows<{ id: string; type: string }>(
            'select id, type from record where workspace_id = $1 and gone_by is null order by created_at, type, id',
            own.id,
          )
        const standing = () =>
          rows<Standing>(
            `select id, sort, deed, of_id in (select id from cause many where sort = 'import' or deed = 'doToMany') as ends
             from cause where workspace_id = $1 and undone_by is null order by seq`,
            own.id,
          )
        const sentHere = () =>
          rows<{ id: string; values: object }>(
            'select id, "values" from submission where workspace_id = $1 order by seq',
            own.id,
          )
        const sentAs = new Map<string, object>()
        const back = (cause: Standing, despite = false) => putBack(here, cause, despite)
        for (const one of steps) {
          const record =
            one.does === 'edit' || one.does === 'note' || one.does === 'own'
              ? (await there()).at(one.which)?.id
              : undefined
          const cause = one.does === 'put back' ? (await standing()).at(one.which) : undefined
          if (one.does === 'send') {
            const sent = await send(here, name, {
              first_name: one.who,
              email: `${one.who}@${name}.example`,
              studio: one.studio,
              letter: one.letter,
            })
            await applied(here, sent.body.submission)
            sentAs.set(sent.body.submission, (await sentHere()).at(-1)?.values ?? {})
          } else if (one.does === 'edit' && record)
            await api(here, 'PUT', `/records/${record}`, { values: { first_name: one.to } })
          else if (one.does === 'correct') {
            const submission = (await sentHere()).at(one.which)?.id
            const email = one.values.email && { email: `${one.values.email}@${name}.example` }
            if (submission)
              await api(here, 'PUT', `/submissions/${submission}/answers`, { values: { ...one.values, ...email } })
          } else if (one.does === 'note' && record)
            await api(here, 'POST', `/records/${record}/notes`, { text: 'Rang' })
          else if (one.does === 'own' && record)
            await api(here, 'PUT', `/records/${record}/owner`, { owner: one.to === null ? null : owners[one.to] })
          else if (one.does === 'merge') {
            const all = (await there()).filter(({ type }) => type === 'contact' || type === 'company')
            const kept = all.at(one.which % Math.max(all.length, 1))
            const alike = all.filter(({ id, type }) => type === kept?.type && id !== kept.id)
            const gone = alike.at(one.with % Math.max(alike.length, 1))
            if (kept && gone) {
              const take = one.takes ? { first_name: gone.id } : {}
              const merged = await api(here, 'POST', '/merges', { kept: kept.id, gone: [gone.id], take })
              expect(merged.status).toBe(201)
            }
          } else if (one.does === 'bring')
            await bringIn(
              here,
              `email,name,studio\n${one.who}@${name}.example,${one.who} brought,${one.studio}\nfay@${name}.example,Fay,`,
            )
          else if (one.does === 'many') {
            const ids = (await there()).filter(({ type }) => type === 'contact').map(({ id }) => id)
            if (ids.length > 0) await doToMany(here, ids, one.errand)
          } else if (one.does === 'bin') {
            const submission = (await sentHere()).at(one.which)?.id
            if (submission) await api(here, 'POST', '/bin', { ids: [submission], back: one.back })
          } else if (one.does === 'put back' && cause) await back(cause, one.despite)
          expect(await rows(UNEXPLAINED, own.id)).toEqual([])
          for (const wrong of [KEPT_WRONG, TEXTS_WRONG, SUBMISSIONS_KEPT_WRONG])
            expect(await rows(wrong.replace('\n  where (', '\n  where one.workspace_id = $1 and ('), own.id)).toEqual(
              [],
            )
        }
        for (const { id } of await rows<{ id: string }>(
          'select id from cause where workspace_id = $1 order by seq desc',
          own.id,
        )) {
          const cause = (await standing()).find((one) => one.id === id)
          if (cause) expect(await back(cause)).toBe(true)
        }
        expect(await there()).toEqual([])
        const left =
          'select (select count(*) from list_membership where workspace_id = $1) + (select count(*) from note where workspace_id = $1) as n'
        expect(await rows(left, own.id)).toEqual([{ n: '0' }])
        // And every answer is what was sent.
        for (const { id, values } of await sentHere()) expect(values).toEqual(sentAs.get(id))
      }),
      {
        numRuns: 6,
        examples: [
          [
            [
              { does: 'bring', who: 'Ada', studio: 'Birch' },
              { does: 'merge', which: 1, with: 0, takes: false },
              { does: 'bring', who: 'Ada', studio: 'Birch' },
              { does: 'send', who: 'Ada', studio: 'Birch', letter: false },
              { does: 'put back', which: 0, despite: true },
            ],
          ],
        ],
      },
    )
  })
})
