import { describe, expect, it } from 'vitest'
import { api, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { readFacts } from '../support/facts'

const facts = readFacts()
const slug = `asked-${Date.now().toString(36)}`

interface Sent {
  link: Record<string, string>
  pageBefore: string | null
  values: Record<string, unknown>
}

const carried = [
  { name: 'before', label: 'Page before', fill: [{ from: 'page_before' as const }] },
  { name: 'began', label: 'Began at', fill: [{ from: 'first_page' as const }] },
]

/** Opens the form as a browser that comes from elsewhere by a link with tags, and gives what its page tells again. */
async function open(form: string) {
  const address = `${facts.url}/f/${form}?utm_source=Fair&first_page=https://ring.example/`
  const page = await (await fetch(address, { headers: { referer: 'https://ring.example/kilns' } })).text()
  const field = (name: string) => new RegExp(`name="_${name}" value="([^"]*)"`).exec(page)?.[1] ?? ''
  return { address, page, visit: field('visit'), proof: field('proof'), before: field('before') }
}
type Opened = Awaited<ReturnType<typeof open>>

const post = ({ address }: Opened, body: object, part = '') =>
  fetch(address.replace('?', `${part}?`), {
    method: 'POST',
    // As a program with a token: nobody is asked whether they are a machine.
    headers: { 'content-type': 'application/json', authorization: `Bearer ${facts.token}` },
    body: JSON.stringify(body),
  })
const sourcesOf = async (form: string) =>
  (await api<{ sources: { source: string; sent: number }[] }>(facts, 'GET', `/forms/${form}/readout`)).body.sources
const sentOf = async (form: string) =>
  (await api<{ submissions: { id: string }[] }>(facts, 'GET', `/submissions?form=${form}`)).body.submissions
const readSent = async (id: string) => (await api<Sent>(facts, 'GET', `/submissions/${id}`)).body

describe('a form that asks before it keeps where somebody came from', () => {
  it('keeps nothing of it until they agree, and all of it once they do, also without a script', async () => {
    await releasedForm(facts, slug, { ...formAsking([askFirstName, askEmail]), asksOrigin: true, carried })
    const opened = await open(slug)
    expect(opened.page).toContain('name="_origin"')
    expect(opened.before, 'its page tells it again').toBe('https://ring.example/kilns')
    await until('the visit is counted, and nothing else', async () =>
      (await sourcesOf(slug)).some(({ source }) => source === 'Kept to themselves'),
    )
    const { visit, proof, before } = opened
    const progress = { visit, proof, before, began: true, steps: [], values: {} }
    expect((await post(opened, { ...progress, origin: 'yes' }, '/progress')).status).toBe(204)
    await until('they agreed', async () => (await sourcesOf(slug)).some(({ source }) => source === 'fair'))
    expect((await post(opened, progress, '/progress')).status).toBe(204)
    await until('they changed their mind', async () => {
      const sources = await sourcesOf(slug)
      return sources.some(({ source }) => source === 'Kept to themselves')
    })
  })

  it.each([
    ['agreed', { origin: 'yes' }, { before: 'https://ring.example/kilns', began: 'https://ring.example/' }],
    ['not agreed', {}, { before: null, began: null }],
  ])('%s: what is sent has it, or has none of it', async (_, said, expected) => {
    const form = `${slug}-${'origin' in said ? 'yes' : 'no'}`
    await releasedForm(facts, form, { ...formAsking([askFirstName, askEmail]), asksOrigin: true, carried })
    const opened = await open(form)
    const { visit, proof, before } = opened
    const sent = await post(opened, {
      visit,
      proof,
      before,
      values: { first_name: 'Ada', email: `${form}@studio.example` },
      ...said,
    })
    expect(sent.status).toBe(200)
    const [{ id = '' } = {}] = await until('it is there', async () => {
      const found = await sentOf(form)
      return found.length === 1 && found
    })
    const { values, link, pageBefore } = await readSent(id)
    expect({ before: values.before ?? null, began: values.began ?? null }).toEqual(expected)
    expect(Object.keys(link).length > 0).toBe('origin' in said)
    expect(pageBefore).toBe(expected.before)
    await until('its visit says the same', async () => {
      const sources = await sourcesOf(form)
      return sources.some(({ source }) => source === ('origin' in said ? 'fair' : 'Kept to themselves'))
    })
  })

  it('asks nobody where it does not say so', async () => {
    const form = `${slug}-plain`
    await releasedForm(facts, form, formAsking([askFirstName, askEmail]))
    expect((await open(form)).page).not.toContain('name="_origin"')
    await until('it is counted', async () => (await sourcesOf(form)).some(({ source }) => source === 'fair'))
  })
})
