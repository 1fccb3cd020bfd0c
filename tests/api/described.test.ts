import { DEED_NAMES } from '@/core/changes/deeds'
import { randomUUID } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { planFor } from '@/core/imports/import_plan'
import { READY } from '@/core/look/ready'
import { api, applied, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { tellRecord } from '../support/names'
import { readFacts } from '../support/facts'
import { askBefore, refuseBefore } from '../support/mailed'
import { Description } from '../support/openapi'
import { isDownload } from '../support/routes'
import { makeWorkspace, makeMember } from '../support/workspace'

const facts = readFacts()
const slug = `described-${Date.now().toString(36)}`

/** Who may come in, and how: people decide it, and no program can. */
const ONLY_STUDIO = [
  'addPasskey',
  'changeMember',
  'dropPasskey',
  'endSession',
  'inviteMember',
  'joinWorkspace',
  'leaveWorkspace',
  'makeRecoveryCodes',
  'makeToken',
  'removeMember',
  'turnOffSecondFactor',
  'turnOnSecondFactor',
  'withdrawInvitation',
]

/** Deeds whose causes are of a sort of their own. */
const SORTS: Record<string, string> = { putBack: 'put back', mergeRecords: 'merge', importPeople: 'import' }

interface Call {
  path?: string
  body?: unknown
  headers?: Record<string, string>
  /** What has to be there for it. */
  before?: () => Promise<unknown>
  /** Waits until an import is so far. */
  after?: [id: string, state: string]
}

/** Every operation is called and answers as `/api/openapi.json` says: `api` holds each answer to it with Ajv. */
const host = `forms-${Date.now().toString(36)}.elm.example`

describe('every operation', () => {
  const isImport = ([id, state]: [id: string, state: string]) =>
    until(`the file is ${state}`, async () => {
      const { body } = await api<{ state: string }>(reach, 'GET', `/imports/${id}`)
      return body.state === state
    })
  let description: Description
  let reach: typeof facts
  let calls: Record<string, Call>

  beforeAll(async () => {
    description = await Description.of(facts.url)
    const other = await makeWorkspace(facts)
    reach = { ...facts, token: other.token }
    await api(reach, 'POST', '/lists', { title: 'Firing notes' })
    await api(reach, 'POST', '/desks', { title: 'Advice line', addresses: ['advice@elm.example'] })
    await api(reach, 'POST', '/connections', { title: 'CRM', target: 'crm', settings: { url: facts.bench } })
    const hooks = { title: 'Board', target: 'webhook', settings: { url: `${facts.bench}/hooks/x` }, everyForm: true }
    await api(reach, 'POST', '/connections', hooks)
    const records = { company: true, deal: { title: 'Deal', again: 'same' as const } }
    await releasedForm(reach, slug, { ...smallForm, records })
    const sent = await send(reach, slug, { first_name: 'Oda', email: `oda@${slug}.example`, letter: true })
    const { contact, deliveries } = await applied(reach, sent.body.submission)
    const proposeAs = async (first_name: string) => {
      const again = await send(reach, slug, { first_name, email: `oda@${slug}.example` })
      await applied(reach, again.body.submission)
      return { proposals: [{ submission: again.body.submission, field: 'first_name' }] }
    }
    const [taken, left] = [await proposeAs('Odda'), await proposeAs('Odette')]
    const company = await api<{ id: string }>(reach, 'POST', '/contacts', {
      email: `oda+elm@${slug}.example`,
      company: 'Elm Pottery',
    })
    expect(company.status).toBe(201)
    const leaver = await api<{ id: string }>(reach, 'POST', '/contacts', { email: `leaver@${slug}.example` })
    const houses = await api<{ companies: { id: string }[] }>(reach, 'GET', '/companies')
    await api(reach, 'POST', `/contacts/${contact}/links`, { form: slug })
    const one = async (text: string, ...values: unknown[]) =>
      (await query<{ id: string }>(facts.database, text, values))[0]?.id ?? ''
    const delivery = deliveries[0]?.id ?? ''
    await query(facts.database, `update delivery set state = 'given_up' where id = $1`, [delivery])
    const failed = await send(reach, slug, { first_name: 'Fails', email: `fails@${slug}.example` })
    await applied(reach, failed.body.submission)
    await query(facts.database, `update submission set state = 'failed', error = 'x' where id = $1`, [
      failed.body.submission,
    ])
    const spam = await send({ url: facts.url }, slug, { first_name: 'Machine', email: `machine@${slug}.example` })
    const link = await one('select id from personal_link where contact_id = $1', contact)
    const rememberIn = () =>
      one(
        `insert into remembered_browser (workspace_id, id, contact_id, form_id, expires_at)
         select workspace_id, gen_random_uuid(), contact_id, form_id, now() + interval '1 day' from personal_link
         where id = $1 returning id`,
        link,
      )
    const browser = await rememberIn()
    await rememberIn()
    const spare = await one(
      `insert into api_token (workspace_id, name, hash, rights) values ($1, 'spare', $2, '{read}') returning id`,
      other.id,
      Buffer.from(slug),
    )
    const { id: member } = await makeMember(facts, other.id, 'editor')
    const noted = await api<{ id: string }>(reach, 'POST', `/records/${contact}/notes`, { text: 'Rang twice' })
    const opened = await one("select id from record where type = 'deal' and contact_id = $1", contact)
    const pair = [contact, company.body.id]
    // Right before it is needed: they are looked for anew at any moment.
    const propose = () =>
      query(
        facts.database,
        `insert into likely_double values ($1, least($2, $3)::uuid, greatest($2, $3)::uuid, '["same phone"]', 0.9)
         on conflict do nothing`,
        [other.id, ...pair],
      )
    const who = { value: 'lists', is: 'includes', to: ['firing_notes'] }
    const runErrand = async () => {
      const wish = { chosen: { type: 'deal', ids: [opened] }, errand: { does: 'note', text: 'Rang' } }
      return (await api<{ id: string }>(reach, 'POST', '/errands', wish)).body.id
    }
    for (const name of ['old', 'gone']) await api(reach, 'POST', `/forms/${slug}/inlets`, { name, title: name })
    const tagged = (
      await api<{ id: string }>(reach, 'POST', `/forms/${slug}/links`, { source: 'Club', campaign: 'autumn' })
    ).body.id
    const makeLinks = async () => {
      const wish = { form: slug, whom: { ids: [contact] } }
      return (await api<{ id: string }>(reach, 'POST', '/link-sheets', wish)).body.id
    }
    const [sheet, spareSheet] = [await makeLinks(), await makeLinks()]
    const [errand, goingErrand] = [await runErrand(), await runErrand()]
    await until('nobody goes on with it', async () => {
      const jobs = `select from graphile_worker.jobs where key = 'errand:' || $1`
      return (await query(facts.database, jobs, [goingErrand])).length === 0
    })
    await query(facts.database, `update errand set state = 'doing' where id = $1`, [goingErrand])
    const binned = await send(reach, slug, { first_name: 'Binned', email: `binned@${slug}.example` })
    await applied(reach, binned.body.submission)
    await api(reach, 'POST', '/bin', { ids: [binned.body.submission] })
    const submissionNote = await api<{ id: string }>(reach, 'POST', `/submissions/${sent.body.submission}/notes`, {
      text: 'Rang',
    })
    const merge = { kept: contact, gone: [company.body.id] }
    const addBook = async () => {
      const text = `email,size\nbook@${slug}.example,3\n`
      const { body } = await api<{ id: string }>(reach, 'POST', '/imports', { name: 'book.csv', text })
      return body.id
    }
    const [book, goingBook, spareBook] = [await addBook(), await addBook(), await addBook()]
    for (const one of [book, goingBook, spareBook]) await isImport([one, 'mapping'])
    await query(facts.database, `update import set state = 'bringing' where id = $1`, [goingBook])
    const plan = planFor([{ to: 'field', record: 'contact', field: 'email' }])
    const rehearsal = randomUUID()
    const change = { title: 'CRM', settings: { url: facts.bench }, everyForm: true, retired: false }
    calls = {
      'GET /forms': {},
      'POST /forms': { body: { name: `${slug} made` } },
      'GET /forms/{slug}': {},
      'PUT /forms/{slug}': { body: { folder: 'Described' } },
      'GET /forms/{slug}/findings': {},
      'GET /forms/{slug}/html': {},
      'GET /forms/{slug}/links': {},
      'POST /forms/{slug}/links': { body: { source: 'club', medium: 'print' } },
      'DELETE /forms/{slug}/links/{id}': { path: `/forms/${slug}/links/${tagged}` },
      'GET /forms/{slug}/inlets': {},
      'POST /forms/{slug}/inlets': { body: { name: 'spare', title: 'Spare' } },
      'GET /forms/{slug}/inlets/{name}': { path: `/forms/${slug}/inlets/old` },
      'PUT /forms/{slug}/inlets/{name}': {
        path: `/forms/${slug}/inlets/old`,
        body: { title: 'Old website', settings: { trap: 'fax' } },
      },
      'PUT /forms/{slug}/inlets/{name}/fields': {
        path: `/forms/${slug}/inlets/old/fields`,
        body: { agreed: [{ name: 'mail', sense: { to: 'question', question: 'email' } }] },
      },
      'POST /forms/{slug}/inlets/{name}/html': {
        path: `/forms/${slug}/inlets/old/html`,
        body: { html: '<form><input name="mail"></form>' },
      },
      'POST /forms/{slug}/inlets/{name}/secret': { path: `/forms/${slug}/inlets/old/secret`, body: {} },
      'DELETE /forms/{slug}/inlets/{name}/secret': { path: `/forms/${slug}/inlets/old/secret` },
      'DELETE /forms/{slug}/inlets/{name}': { path: `/forms/${slug}/inlets/gone` },
      'POST /forms/{of}/copies': { path: `/forms/${slug}/copies`, body: { name: `${slug} copy` } },
      'GET /forms/{slug}/draft': {},
      'PUT /forms/{slug}/draft': { body: smallForm, headers: { 'if-match': '*' } },
      'GET /forms/{slug}/answers.schema.json': {},
      'GET /forms/{slug}/conditions.logic.json': {},
      'POST /forms/{slug}/releases': {},
      'GET /forms/{slug}/releases': {},
      'GET /forms/{slug}/releases/{number}/return': { path: `/forms/${slug}/releases/1/return` },
      'POST /forms/{slug}/releases/{number}/return': { path: `/forms/${slug}/releases/1/return` },
      'PUT /forms/{slug}/planned-release': { body: { at: new Date(Date.now() + 86_400_000).toISOString() } },
      'DELETE /forms/{slug}/planned-release': {},
      'POST /forms/{slug}/past-run': {},
      'GET /forms/{slug}/past-run': {},
      'GET /forms/{slug}/past-run/arrivals/{id}': { path: `/forms/${slug}/past-run/arrivals/${sent.body.submission}` },
      'DELETE /forms/{slug}/past-run': {},
      'POST /forms/{slug}/plan': { body: { values: { first_name: 'Oda', email: `oda@${slug}.example` } } },
      'GET /exports/submissions/columns': {},
      'POST /forms/{slug}/tests': { body: { values: { first_name: 'Oda', email: `oda@${slug}.example` } } },
      'GET /forms/{slug}/readout': {},
      'GET /forms/{slug}/rehearsals': {},
      'PUT /forms/{slug}/rehearsals/{id}': {
        path: `/forms/${slug}/rehearsals/${rehearsal}`,
        body: { title: 'Oda', values: { first_name: 'Oda' } },
      },
      'POST /forms/{slug}/rehearsals/runs': {},
      'DELETE /rehearsals/{id}': { path: `/rehearsals/${rehearsal}` },
      'GET /submissions': {},
      'GET /submissions/{id}': { path: `/submissions/${sent.body.submission}` },
      'POST /submissions/{id}/correction': {
        path: `/submissions/${sent.body.submission}/correction`,
        body: { values: { first_name: 'Oda Marie' } },
      },
      'PUT /submissions/{id}/answers': {
        path: `/submissions/${sent.body.submission}/answers`,
        body: { values: { first_name: 'Oda Marie' } },
      },
      'POST /submissions/{id}/again': { path: `/submissions/${failed.body.submission}/again` },
      'POST /submissions/{id}/real': { path: `/submissions/${spam.body.submission}/real` },
      'POST /submissions/{id}/notes': { path: `/submissions/${sent.body.submission}/notes`, body: { text: 'Rang' } },
      'DELETE /submission-notes/{id}': { path: `/submission-notes/${submissionNote.body.id}` },
      'POST /bin': { body: { ids: [failed.body.submission] } },
      'POST /bin/restored': { body: { ids: [failed.body.submission] } },
      'POST /bin/removed': { body: { ids: [binned.body.submission] } },
      'POST /spam/settled': { body: { ids: [sent.body.submission] } },
      'GET /unfinished': {},
      'GET /deliveries': {},
      'PUT /deliveries/{id}/aside': { path: `/deliveries/${delivery}/aside`, body: { reason: 'Known' } },
      'POST /deliveries/{id}/again': { path: `/deliveries/${delivery}/again` },
      'GET /contacts': {},
      'POST /contacts': { body: { email: `new@${slug}.example` } },
      'GET /contacts/{id}': { path: `/contacts/${contact}` },
      'GET /contacts/{id}/data': { path: `/contacts/${contact}/data` },
      'GET /contacts/{id}/erasure': { path: `/contacts/${contact}/erasure` },
      'POST /contacts/{id}/erasure': {
        path: `/contacts/${leaver.body.id}/erasure`,
        body: { address: `leaver@${slug}.example` },
      },
      'GET /addresses/{address}/erasure': { path: `/addresses/stray@${slug}.example/erasure` },
      'POST /addresses/{address}/erasure': { path: `/addresses/stray@${slug}.example/erasure` },
      'POST /contacts/{id}/links': { path: `/contacts/${contact}/links`, body: { form: slug } },
      'POST /forms/{slug}/turns': { path: `/forms/${slug}/turns`, body: {} },
      'POST /contacts/{id}/code': { path: `/contacts/${contact}/code` },
      'DELETE /links/{id}': { path: `/links/${link}` },
      'GET /contacts/{id}/browsers': { path: `/contacts/${contact}/browsers` },
      'DELETE /browsers/{id}': { path: `/browsers/${browser}` },
      'DELETE /contacts/{id}/browsers': { path: `/contacts/${contact}/browsers` },
      'DELETE /contacts/{id}/links': { path: `/contacts/${contact}/links` },
      'POST /link-sheets/plan': { body: { whom: { ids: [contact] } } },
      'GET /field-uses': {},
      'GET /link-sheets': {},
      'POST /link-sheets': { body: { form: slug, whom: { list: 'firing_notes' } } },
      'GET /link-sheets/{id}': { path: `/link-sheets/${sheet}` },
      'PUT /link-sheets/{id}': {
        path: `/link-sheets/${sheet}`,
        body: { title: 'Autumn', columns: ['email', 'link'], pattern: '?k={code}', mark: '' },
      },
      'GET /link-sheets/{id}/links': { path: `/link-sheets/${sheet}/links` },
      'DELETE /link-sheets/{id}': { path: `/link-sheets/${spareSheet}` },
      'GET /segments': {},
      'POST /segments': { body: { title: 'Readers', condition: who } },
      'POST /segments/count': { body: { condition: who } },
      'PUT /segments/{name}': { path: '/segments/readers', body: { title: 'All readers', condition: who } },
      'DELETE /segments/{name}': { path: '/segments/readers' },
      'GET /companies': {},
      'GET /deals': {},
      'GET /requests': {},
      'GET /sums/{type}': { path: '/sums/deal' },
      'GET /deals-and-requests/{id}': { path: `/deals-and-requests/${opened}` },
      'GET /doubles': {},
      'GET /imports': {},
      'POST /imports': { body: { name: 'more.csv', text: 'email' } },
      'GET /imports/{id}': { path: `/imports/${book}` },
      'PUT /imports/{id}/reading': {
        path: `/imports/${book}/reading`,
        body: { separator: ',' },
        after: [book, 'mapping'],
      },
      'PUT /imports/{id}/plan': { path: `/imports/${book}/plan`, body: { plan }, after: [book, 'ready'] },
      'POST /imports/{id}/start': { path: `/imports/${book}/start`, after: [book, 'done'] },
      'POST /imports/{id}/stop': { path: `/imports/${goingBook}/stop` },
      'POST /imports/{id}/back': { path: `/imports/${book}/back`, after: [book, 'parted'] },
      'DELETE /imports/{id}': { path: `/imports/${spareBook}` },
      'POST /doubles/apart': { body: { pair }, before: propose },
      'POST /doubles/looks': {},
      'POST /errands/plan': { body: { chosen: { type: 'contact', ids: [contact] } } },
      'POST /errands': {
        body: { chosen: { type: 'contact', ids: [contact] }, errand: { does: 'note', text: 'Rang' } },
      },
      'GET /errands/{id}': { path: `/errands/${errand}` },
      'POST /errands/{id}/stop': { path: `/errands/${goingErrand}/stop` },
      'POST /errands/{id}/back': { path: `/errands/${errand}/back` },
      'POST /merges/plan': { body: merge },
      'POST /merges': { body: merge },
      'PUT /records/{id}': { path: `/records/${opened}`, body: { values: { title: 'Kiln' } } },
      'PUT /records/{id}/owner': { path: `/records/${opened}/owner`, body: { owner: member } },
      'POST /records/{id}/notes': { path: `/records/${opened}/notes`, body: { text: 'Wants it by spring' } },
      'GET /proposals': {},
      'GET /lists/{name}': { path: '/lists/firing_notes' },
      'PUT /lists/{name}/confirming': {
        path: '/lists/firing_notes/confirming',
        body: { confirm: { en: { subject: 'Please confirm {{ lists }}', body: '', page: '', thanks: '' } } },
      },
      'POST /contacts/{id}/askings': {
        path: `/contacts/${contact}/askings`,
        body: { list: 'firing_notes' },
        before: () => askBefore(facts.database, other.id, contact),
      },
      'POST /lists/{name}/askings': { path: '/lists/firing_notes/askings', body: {} },
      'DELETE /contacts/{id}/refusal': {
        path: `/contacts/${contact}/refusal`,
        before: () => refuseBefore(facts.database, other.id, `oda@${slug}.example`),
      },
      'POST /records/{id}/proposals/taken': { path: `/records/${contact}/proposals/taken`, body: taken },
      'POST /records/{id}/proposals/left': { path: `/records/${contact}/proposals/left`, body: left },
      'PUT /notes/{id}': { path: `/notes/${noted.body.id}`, body: { text: 'Rang three times' } },
      'DELETE /notes/{id}': { path: `/notes/${noted.body.id}` },
      'POST /causes/{id}/back': { path: `/causes/${sent.body.submission}/back`, body: {} },
      'GET /companies/{id}': { path: `/companies/${houses.body.companies[0]?.id}` },
      'GET /history': {},
      'GET /settings': {},
      'PUT /settings/time-zone': { body: { timeZone: 'Europe/Stockholm' } },
      'GET /settings/hosts': {},
      'POST /settings/hosts': { body: { name: host } },
      'POST /settings/hosts/{name}/proof': {
        path: `/settings/hosts/${host}/proof`,
        before: () => tellRecord(reach, host),
      },
      'PUT /settings/links-host': { body: { name: null } },
      'DELETE /settings/hosts/{name}': { path: `/settings/hosts/${host}` },
      'GET /settings/tags': {},
      'PUT /settings/tags': { body: { source: ['club'], medium: ['print'], campaign: [] } },
      'PUT /settings/sites': { body: { sites: ['https://www.tarnfield.example'] } },
      'POST /desks': { body: { title: 'North' } },
      'PUT /desks/{name}': { path: '/desks/advice_line', body: { title: 'Advice', addresses: 'a@elm.example' } },
      'POST /lists': { body: { title: 'Glaze club' } },
      'POST /fields/{record}': { path: '/fields/deal', body: { label: 'Size', type: 'number' } },
      'PUT /fields/{record}': { path: '/fields/deal', body: { names: ['stage', 'title'] } },
      'PUT /fields/{record}/{name}': {
        path: '/fields/deal/title',
        body: { label: 'Called', type: 'text', options: [], retired: false },
      },
      'GET /themes': {},
      'POST /themes': { body: { title: 'House', theme: READY.night.theme } },
      'PUT /themes/{name}': { path: '/themes/house', body: { title: 'House', theme: READY.clear.theme } },
      'DELETE /themes/{name}': { path: '/themes/house' },
      'GET /connections': {},
      'POST /connections': { body: { ...hooks, title: 'Other board' } },
      'PUT /connections/{name}': { path: '/connections/crm', body: change },
      'POST /connections/{name}/tries': { path: '/connections/crm/tries' },
      'DELETE /tokens/{id}': { path: `/tokens/${spare}` },
    }
  })

  it('that answers with JSON is called here, and only those', () => {
    const described = description.operations().map(([method, path]) => `${method} ${path}`)
    expect(Object.keys(calls).sort()).toEqual(described.filter((one) => !isDownload(one)).sort())
  })

  it('succeeds as it is described', async () => {
    for (const [name, { path, body, headers = {}, before, after }] of Object.entries(calls)) {
      const [method = '', pattern = ''] = name.split(' ')
      const address = path ?? pattern.replace('{slug}', slug)
      await before?.()
      const answered = await api(reach, method as 'GET', address, body, headers)
      expect([name, answered.status < 300, answered.body]).toEqual([name, true, answered.body])
      if (after) await isImport(after)
    }
  })

  it('that changes anything is told in History, with who did it', async () => {
    const { body } = await api<{ history: { deed: string; sort: string; who: string | null; about: string }[] }>(
      reach,
      'GET',
      '/history?which=all&limit=200',
    )
    // What only the studio does, downloads, and what rules remove are told as well, and tried elsewhere.
    const elsewhere = [
      ...ONLY_STUDIO,
      'takeAlong',
      'takePersonAlong',
      'leaveLists',
      'confirmLists',
      'refuseLists',
      'sayMine',
      'sayNotMine',
      ...DEED_NAMES.filter((name) => /^remove(Ended|Left|Unknown)/.test(name)),
    ]
    expect([...new Set(body.history.map(({ deed }) => deed))].sort()).toEqual(
      DEED_NAMES.filter((name) => !elsewhere.includes(name)).sort(),
    )
    for (const { deed, sort, who } of body.history)
      expect([deed, sort, who]).toEqual(
        deed === 'apply' ? [deed, 'submission', null] : [deed, SORTS[deed] ?? 'program', 'Elm'],
      )
    const about = (deed: string) => body.history.find((one) => one.deed === deed)?.about
    expect([about('addDesk'), about('releaseForm'), about('setTimeZone')]).toEqual([
      'North',
      `${slug}, release 2`,
      'Europe/Stockholm',
    ])
  })
})
