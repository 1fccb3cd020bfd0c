import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeToken, makeWorkspace } from '../support/workspace'

const facts = readFacts()
const slug = `correct-${Date.now().toString(36)}`

interface Planned {
  errors: { name: string; message: string }[]
  changes: { record: string | null; type: string; called: string; label: string; from: string; to: string }[]
  left: { label: string; why: string }[]
  offers: { key: string; text: string; is: string }[]
  stops: { id: string; text: string }[]
}
interface Submission {
  values: Record<string, unknown>
  origins: Record<string, string>
  contact: string | null
  corrections: { id: string; who: string; before: Record<string, unknown> }[]
  deliveries: { key: string; state: string; asideFor: string | null }[]
}

describe('answers that were wrong', () => {
  let reach: typeof facts

  beforeAll(async () => {
    reach = { ...facts, token: (await makeWorkspace(facts)).token }
    await api(reach, 'POST', '/lists', { title: 'Firing notes' })
    await api(reach, 'POST', '/desks', { title: 'Advice line', addresses: [`advice@${slug}.example`] })
    await api(reach, 'POST', '/desks', { title: 'Big line', addresses: [`big@${slug}.example`] })
    const [notice, thanks] = smallForm.messages ?? []
    await releasedForm(reach, slug, {
      ...smallForm,
      messages: [{ ...notice }, { ...thanks, waits: { for: 'time', minutes: 60 } }],
      steps: [
        ...smallForm.steps,
        {
          name: 'more',
          title: 'More',
          questions: [
            { kind: 'number', name: 'kilns', label: 'Kilns', minimum: 1, maximum: 50 },
            { kind: 'file', name: 'photo', label: 'Photo' },
            { kind: 'short_text', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
          ],
        },
      ],
      records: { company: true, deal: { title: 'Kilns for {{ first_name }}' } },
      routing: {
        columns: ['kilns'],
        rows: [{ cells: { kilns: { is: 'at_least', to: 10 } }, desk: 'big_line', message: 'notice' }],
        otherwise: { desk: 'advice_line', message: 'notice' },
      },
    } as never)
  })

  const sent = async (name: string, more: object = {}) => {
    const values = { first_name: name, email: `${name}@${name}-${slug}.example`, kilns: 2, letter: true, ...more }
    const { body } = await send(reach, slug, values)
    await applied(reach, body.submission)
    return body.submission as string
  }
  const read = async (id: string) => (await api<Submission>(reach, 'GET', `/submissions/${id}`)).body
  const plan = async (id: string, values: object) =>
    (await api<Planned>(reach, 'POST', `/submissions/${id}/correction`, { values })).body
  const correct = (id: string, values: object, more: object = {}) =>
    api<{ cause: string | null }>(reach, 'PUT', `/submissions/${id}/answers`, { values, ...more })
  /** Mails go out meanwhile. */
  const withoutMails = ({ deliveries: _, ...rest }: Submission) => rest
  const contactOf = async (id: string | null) =>
    (
      await api<{ email: string; values: Record<string, unknown>; company: string | null; lists: { name: string }[] }>(
        reach,
        'GET',
        `/contacts/${id}`,
      )
    ).body

  it('are shown with what would become otherwise, and nothing is done by that', async () => {
    const id = await sent('oda', { studio: 'Adler Studio' })
    const before = await read(id)
    const planned = await plan(id, { first_name: 'Oda Marie', studio: 'Alder Studio', kilns: 12 })
    expect(planned.errors).toEqual([])
    const told = planned.changes.map(({ type, label, from, to }) => `${type} · ${label}: ${from} → ${to}`)
    expect(told.toSorted()).toEqual([
      'company · Name: Adler Studio → Alder Studio',
      'contact · First name: oda → Oda Marie',
      'deal · Title: Kilns for oda → Kilns for Oda Marie',
    ])
    // Another desk would be told; the visitor’s mail still waits and would read otherwise.
    expect(planned.offers.map(({ key, is }) => [key, is]).toSorted()).toEqual([
      ['mail:notice:big_line', 'new'],
      ['mail:thanks', 'otherwise'],
    ])
    expect(planned.stops).toHaveLength(1)
    expect(withoutMails(await read(id))).toEqual(withoutMails(before))
    // What cannot be an answer is said, and not taken; nor is a file that nobody sent.
    const forged = [`${facts.url}/files/${crypto.randomUUID()}/kiln.png`]
    expect((await plan(id, { photo: forged })).errors.map(({ name }) => name)).toEqual(['photo'])
    expect((await correct(id, { photo: forged })).status).toBe(422)
    expect((await plan(id, { kilns: 99, email: 'nobody' })).errors.map(({ name }) => name).toSorted()).toEqual([
      'email',
      'kilns',
    ])
    const refused = await correct(id, { kilns: 99 })
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([422, expect.stringContaining('kilns')])
    expect(withoutMails(await read(id))).toEqual(withoutMails(before))
  })

  it('are corrected with what is wanted of it, the old ones kept, and put back as a whole', async () => {
    const id = await sent('bram', { studio: 'Adler Works' })
    const before = await read(id)
    const contact = before.contact
    const planned = await plan(id, { first_name: 'Bram', studio: 'Alder Works', kilns: 12 })
    const done = await correct(
      id,
      { first_name: 'Bram', studio: 'Alder Works', kilns: 12 },
      { send: ['mail:notice:big_line', 'mail:none'], stop: planned.stops.map((one) => one.id) },
    )
    expect(done.status).toBe(200)
    const after = await read(id)
    expect(after.values).toMatchObject({ first_name: 'Bram', studio: 'Alder Works', kilns: 12 })
    expect(after.corrections).toMatchObject([{ id: done.body.cause, who: 'Elm', before: before.values }])
    expect(after.contact).toBe(contact)
    expect(await contactOf(contact)).toMatchObject({
      values: { first_name: 'Bram' },
      company: 'Alder Works',
      lists: [{ name: 'firing_notes' }],
    })
    const told = await until('the other desk is told', async () =>
      (await mailTo(facts, `big@${slug}.example`)).find(({ subject }) => subject === 'Bram asks'),
    )
    expect(told.text).toContain('12')
    expect(after.deliveries.map(({ key }) => key)).toContain('mail:notice:big_line')
    expect(after.deliveries.find(({ key }) => key === 'mail:thanks')).toMatchObject({
      state: 'put_aside',
      asideFor: 'The answers were corrected.',
    })
    // Numbers and exports have the right answers.
    const file = await fetch(`${facts.url}/api/v1/exports/submissions?format=jsonl&form=${slug}&search=bram`, {
      headers: { authorization: `Bearer ${reach.token}` },
    })
    expect(await file.text()).toContain('Alder Works')
    const { body } = await api<{ history: { deed: string; about: string }[] }>(
      reach,
      'GET',
      '/history?deed=correctAnswers',
    )
    expect(body.history[0]?.about).toContain(`bram@bram-${slug}.example`)

    const back = await api<{ cause: string; left: object[] }>(reach, 'POST', `/causes/${done.body.cause}/back`)
    expect([back.status, back.body.left]).toEqual([200, []])
    expect(await read(id)).toMatchObject({ values: before.values, corrections: [] })
    expect(await contactOf(contact)).toMatchObject({ values: { first_name: 'bram' }, company: 'Adler Works' })
    await api(reach, 'POST', `/causes/${back.body.cause}/back`)
    expect(await read(id)).toMatchObject({ values: after.values, corrections: [{ id: done.body.cause }] })
    expect(await contactOf(contact)).toMatchObject({ values: { first_name: 'Bram' }, company: 'Alder Works' })
  })

  it('can be corrected alone, again and again, and are put back the latest first', async () => {
    const id = await sent('cleo')
    const { contact, values } = await read(id)
    const first = await correct(id, { first_name: 'Cleo' }, { records: false })
    expect((await contactOf(contact)).values.first_name).toBe('cleo')
    const second = await correct(id, { first_name: 'Cléo', letter: false })
    expect(await contactOf(contact)).toMatchObject({ values: { first_name: 'Cléo' }, lists: [] })
    expect((await read(id)).corrections.map(({ before }) => before.first_name)).toEqual(['Cleo', 'cleo'])
    expect((await api(reach, 'POST', `/causes/${first.body.cause}/back`)).status).toBe(409)
    for (const { body } of [second, first])
      expect((await api(reach, 'POST', `/causes/${body.cause}/back`)).status).toBe(200)
    expect((await read(id)).values).toEqual(values)
    expect(await contactOf(contact)).toMatchObject({ values: { first_name: 'cleo' }, lists: [{}] })
    // What is so already has no cause.
    expect((await correct(id, { first_name: 'cleo' })).body.cause).toBeNull()
  })

  it('lead to whom they are of: another person, or the same under the right address', async () => {
    const known = await sent('dag')
    const wrong = await sent('dagg')
    const moved = await correct(wrong, { email: `dag@dag-${slug}.example` })
    expect(moved.status).toBe(200)
    const [one, other] = [await read(known), await read(wrong)]
    expect(other.contact).toBe(one.contact)
    // As anybody’s who types that address: nothing proves that they are Dag.
    expect(await contactOf(one.contact)).toMatchObject({
      values: { first_name: 'dag' },
      proposals: [{ field: 'first_name', value: 'dagg', submission: wrong }],
    })
    expect(
      await query(facts.database, `select id from record where key = $1 and gone_by is null`, [
        `dagg@dagg-${slug}.example`,
      ]),
    ).toEqual([])

    const typo = await sent('eda')
    const before = await read(typo)
    await correct(typo, { email: `edda@eda-${slug}.example` })
    const after = await read(typo)
    expect(after.contact).toBe(before.contact)
    expect((await contactOf(after.contact)).email).toBe(`edda@eda-${slug}.example`)
  })

  it('are corrected once, whoever does so at the same moment, and only where they may be', async () => {
    const id = await sent('finn')
    const answers = await Promise.all(['Finn', 'Finja', 'Finn'].map((first_name) => correct(id, { first_name })))
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200])
    const { values, corrections, contact } = await read(id)
    expect((await contactOf(contact)).values.first_name).toBe(values.first_name)
    expect(corrections.length).toBe(new Set(answers.flatMap(({ body }) => body.cause ?? [])).size)
    const stranger = { ...facts, token: (await makeWorkspace(facts, false)).token }
    for (const [method, path] of [
      ['POST', `/submissions/${id}/correction`],
      ['PUT', `/submissions/${id}/answers`],
    ] as const)
      expect((await api(stranger, method, path, { values: { first_name: 'Evil' } })).status).toBe(404)
    const [workspace] = await query<{ id: string }>(
      facts.database,
      'select workspace_id as id from form where slug = $1',
      [slug],
    )
    const reads = { ...facts, token: await makeToken(facts, workspace?.id ?? '', ['read', 'people']) }
    expect((await api(reads, 'PUT', `/submissions/${id}/answers`, { values: { first_name: 'Evil' } })).status).toBe(403)
    await api(reach, 'POST', `/causes/${id}/back`, { despite: true })
    const undone = await correct(id, { first_name: 'Late' })
    expect([409, 200]).toContain(undone.status)
    const machine = await send({ url: facts.url }, slug, {
      first_name: 'Machine',
      email: `machine@${slug}.example`,
      kilns: 2,
    })
    expect((await correct(machine.body.submission, { first_name: 'Nobody' })).status).toBe(409)
  })
})
