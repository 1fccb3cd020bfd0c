import { beforeAll, describe, expect, it } from 'vitest'
import { planFor } from '@/core/imports/import_plan'
import { smallForm } from '../support/api'
import { figure, query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeOurs, type Ours, SECRET } from '../support/ours'
import { listActions } from '../support/routes'
import { makeMember, makeWorkspace, type OtherWorkspace } from '../support/workspace'

const facts = readFacts()

/** Every action of the studio with everything that might be given to it: many thousand times. */
describe('every action', () => {
  let ours: Ours
  let other: OtherWorkspace

  beforeAll(async () => {
    ours = await makeOurs()
    other = await makeWorkspace(facts)
  })

  it('does nothing for a stranger, for another workspace’s member, and for those of ours who may only look', async () => {
    const before = await state()
    expect(before.rehearsals).toEqual([{ title: 'Kept' }])
    expect(before.spam).toEqual([{ state: 'spam', settled_at: null }])
    const plan = planFor([{ to: 'field', record: 'contact', field: 'email' }])
    const given = [
      [],
      [null],
      [{ id: ours.delivery }],
      [{ id: ours.submission }],
      [{ id: ours.link }],
      [{ id: ours.browser }],
      [{ id: ours.contact }],
      [{ slug: ours.slug }],
      [{ id: ours.import }],
      [{ id: ours.sheet }],
      [{ id: ours.sheet, title: 'Evil', columns: ['email'], pattern: '?k={code}', mark: '' }],
      [{ form: ours.slug, whom: { ids: [ours.contact] } }],
      [{ id: ours.import, encoding: 'koi8-r' }],
      [{ id: ours.import, plan }],
      [{ kept: ours.contact, gone: [ours.company] }],
      [{ id: ours.contact, proposals: [{ submission: ours.submission, field: 'first_name' }] }],
      [{ pair: [ours.contact, ours.company] }],
      [{ id: ours.spam }],
      [{ ids: [ours.spam], settled: true }],
      [{ id: ours.token }],
      [{ id: ours.rehearsal }],
      [{ slug: ours.slug, id: ours.rehearsal, title: 'Evil', values: {} }],
      [{ id: ours.contact, form: ours.slug }],
      [{ slug: ours.slug, from: 1 }],
      [{ slug: ours.slug, number: 1 }],
      [{ slug: ours.slug, id: ours.submission }],
      [{ slug: ours.slug, values: {} }],
      [{ slug: ours.slug, id: ours.tagged }],
      [{ slug: ours.slug, name: 'old', title: 'Evil', settings: { trap: 'evil' }, untaken: 9, html: '<form></form>' }],
      [{ slug: ours.slug, source: 'stand' }],
      [{ source: ['evil'], medium: [], campaign: [] }],
      [{ of: ours.slug, name: 'Evil' }],
      [{ which: 'all' }, null],
      [ours.slug, smallForm, 1],
      [ours.slug, smallForm, {}, {}, null],
      [{}, null],
      ['', null],
      ['desk', 'Evil'],
      [{ mail: 'refuses' }],
      [{ name: 'tarnfield_crm' }],
      [{ name: 'firing_notes' }],
      [{ name: 'firing_notes', confirm: null }],
      [{ id: ours.contact, list: 'firing_notes' }],
      [
        {
          name: 'tarnfield_crm',
          title: 'Evil',
          settings: { url: 'https://evil.example' },
          everyForm: true,
          retired: true,
        },
      ],
      [{ email: 'evil@guard.example', role: 'owner' }],
      [{ id: ours.contact, text: 'Evil' }],
      [{ id: ours.contact, values: { first_name: 'Evil' } }],
      [{ title: 'Evil', rights: ['own'] }],
      [{ timeZone: 'Asia/Tokyo' }],
      [{ sites: ['https://evil.example'] }],
      [{ title: 'Evil', target: 'webhook', settings: { url: 'https://evil.example' } }],
    ]
    // What nobody is told; whoever reads all of ours is told all of it, and an analyst nobody who answered.
    let hidden: Record<string, string | null> = {}
    const call = async (cookie: string, { id, path }: { id: string; path: string }, args: unknown) => {
      const response = await fetch(facts.url + path, {
        method: 'POST',
        redirect: 'manual',
        headers: {
          'next-action': id,
          'content-type': 'text/plain;charset=UTF-8',
          origin: facts.url,
          ...(cookie ? { cookie } : {}),
        },
        body: JSON.stringify(args),
      })
      const text = await response.text()
      const kept = hidden[cookie] === undefined ? SECRET : hidden[cookie]
      const told = kept !== null && text.includes(kept)
      expect([path, args, told, response.status >= 500]).toEqual([path, args, false, false])
    }
    const [{ id } = { id: '' }] = await query<{ id: string }>(
      facts.database,
      'select workspace_id as id from form where slug = $1',
      [ours.slug],
    )
    const reader = await makeMember(facts, id, 'reader')
    const analyst = await makeMember(facts, id, 'analyst')
    hidden = { [reader.cookie]: null, [analyst.cookie]: `${SECRET}@guard.example` }
    for (const cookie of ['', other.cookie, reader.cookie, analyst.cookie])
      for (const action of listActions((path) => ours.at(path)))
        await Promise.all(given.map((args) => call(cookie, action, args)))
    expect(await state()).toEqual(before)
    const bench = (await (await fetch(`${facts.bench}/`)).json()) as { switches: object }
    expect(bench.switches).toEqual({ mail: 'works', crm: 'works', hook: 'works' })
  }, 480_000)

  /** What belongs to the first workspace and could have been changed. */
  const state = async () => ({
    revision: await figure(facts.database, 'select draft_revision from form where slug = $1', [ours.slug]),
    releases: await figure(
      facts.database,
      'select count(*) from release r join form f on f.id = r.form_id where slug = $1',
      [ours.slug],
    ),
    links: await figure(
      facts.database,
      'select count(*) from personal_link where withdrawn_at is null and contact_id = $1',
      [ours.contact],
    ),
    browsers: await figure(
      facts.database,
      'select count(*) from remembered_browser where withdrawn_at is null and contact_id = $1',
      [ours.contact],
    ),
    codes: await figure(facts.database, 'select count(*) from referral_code where contact_id = $1', [ours.company]),
    confirmed: await figure(
      facts.database,
      `select count(*) from list l join form f using (workspace_id)
       where f.slug = $1 and l.name = 'firing_notes' and l.confirm is not null`,
      [ours.slug],
    ),
    asked: await figure(facts.database, `select count(*) from cause where deed = 'askToConfirm'`, []),
    token: await figure(facts.database, 'select count(*) from api_token where withdrawn_at is null and id = $1', [
      ours.token,
    ]),
    spam: await query(facts.database, 'select state, settled_at from submission where id = $1', [ours.spam]),
    tagged: await query(
      facts.database,
      'select source from tagged_link t join form f on f.id = t.form_id where slug = $1',
      [ours.slug],
    ),
    inlets: await query(
      facts.database,
      'select i.name, title, settings, secret from inlet i join form f on f.id = i.form_id where slug = $1',
      [ours.slug],
    ),
    tags: await query(
      facts.database,
      'select planned_tags from workspace w join form f on f.workspace_id = w.id where slug = $1',
      [ours.slug],
    ),
    rehearsals: await query(
      facts.database,
      'select title from rehearsal h join form f on f.id = h.form_id where slug = $1',
      [ours.slug],
    ),
    imports: await query(facts.database, 'select state, encoding from import where id = $1', [ours.import]),
    sheets: await query(facts.database, 'select state, title, columns from link_sheet where id = $1', [ours.sheet]),
    people: await query(facts.database, 'select "values", revision from record where id = $1', [ours.contact]),
    notes: await query(facts.database, 'select text from note where record_id = $1', [ours.contact]),
    tokens: await query(
      facts.database,
      `select t.name from api_token t join form f using (workspace_id) where slug = $1 and t.name like 'Evil%'`,
      [ours.slug],
    ),
    invited: await query(
      facts.database,
      `select email from way_in join form f using (workspace_id) where slug = $1 and email like 'evil%'`,
      [ours.slug],
    ),
    desks: await figure(
      facts.database,
      'select count(*) from desk d join form f using (workspace_id) where slug = $1',
      [ours.slug],
    ),
    sites: await query(
      facts.database,
      'select sites from workspace w join form f on f.workspace_id = w.id where slug = $1',
      [ours.slug],
    ),
    connections: await query(
      facts.database,
      'select c.name, title, settings, retired, tried from connection c join form f using (workspace_id) where slug = $1 order by 1',
      [ours.slug],
    ),
  })
})
