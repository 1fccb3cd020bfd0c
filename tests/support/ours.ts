import { randomUUID } from 'node:crypto'
import { api, applied, releasedForm, send, smallForm, until } from './api'
import { query } from './database'
import { readFacts } from './facts'

const facts = readFacts()
const slug = `guard-${Date.now().toString(36)}`

/** What stands in everything that is ours, and must be read by nobody else. */
export const SECRET = `kept-${slug}`

/** One of everything in the demo company's workspace, by which nobody else may reach anything. */
export interface Ours {
  /** Of the form. */
  slug: string
  rehearsal: string
  /** A link with tags. */
  tagged: string
  submission: string
  spam: string
  contact: string
  company: string
  import: string
  sheet: string
  delivery: string
  link: string
  browser: string
  token: string
  /** The address of a page of the studio, about these. */
  at(path: string): string
}

export async function makeOurs(): Promise<Ours> {
  await releasedForm(facts, slug, { ...smallForm, title: SECRET })
  const sent = await send(facts, slug, { first_name: SECRET, email: `${SECRET}@guard.example` })
  const { contact, deliveries } = await applied(facts, sent.body.submission)
  await api(facts, 'POST', `/contacts/${contact}/links`, { form: slug })
  const one = async (text: string, values: unknown[]) =>
    (await query<{ id: string }>(facts.database, text, values))[0]?.id ?? ''
  const spam = await send({ url: facts.url }, slug, { first_name: SECRET, email: `machine@guard.example` })
  const company = await one(
    `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
     select workspace_id, 'company', $1, $1, jsonb_build_object('name', $1::text), now(), now() from form where slug = $2
     returning id`,
    [SECRET, slug],
  )
  const deal = await one(
    `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
     select workspace_id, 'deal', $1, $1, jsonb_build_object('title', $1::text), now(), now() from form where slug = $2
     returning id`,
    [SECRET, slug],
  )
  const text = `email,first_name\n${SECRET}@guard.example,${SECRET}\n`
  const { body: given } = await api<{ id: string }>(facts, 'POST', '/imports', { name: 'book.csv', text })
  await until('the file is read', async () => {
    const { body } = await api<{ state: string }>(facts, 'GET', `/imports/${given.id}`)
    return body.state === 'mapping'
  })
  const errand = await api<{ id: string }>(facts, 'POST', '/errands', {
    chosen: { type: 'contact', ids: [contact] },
    errand: { does: 'note', text: SECRET },
  })
  const segment = await api<{ name: string }>(facts, 'POST', '/segments', {
    title: SECRET,
    condition: { value: 'contact.email', is: 'contains', to: SECRET },
  })
  const sheet = await api<{ id: string }>(facts, 'POST', '/link-sheets', {
    title: SECRET,
    form: slug,
    whom: { ids: [contact] },
  })
  const rehearsal = randomUUID()
  await api(facts, 'PUT', `/forms/${slug}/rehearsals/${rehearsal}`, { title: 'Kept', values: {} })
  const tagged = await api<{ id: string }>(facts, 'POST', `/forms/${slug}/links`, { source: 'club' })
  await api(facts, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Old website' })
  await fetch(`${facts.url}/f/${slug}/in/old`, { method: 'POST', body: new URLSearchParams({ wish: SECRET }) })
  const submission: string = sent.body.submission
  return {
    slug,
    rehearsal,
    tagged: tagged.body.id,
    submission,
    spam: spam.body.submission,
    contact,
    company,
    import: given.id,
    sheet: sheet.body.id,
    delivery: deliveries[0]?.id ?? '',
    link: await one('select id from personal_link where contact_id = $1 and sheet_id is null', [contact]),
    browser: await one(
      `insert into remembered_browser (workspace_id, id, contact_id, form_id, expires_at)
       select workspace_id, gen_random_uuid(), contact_id, form_id, now() + interval '1 day' from personal_link
       where contact_id = $1 limit 1 returning id`,
      [contact],
    ),
    token: await one('select t.id from api_token t join form f using (workspace_id) where f.slug = $1 limit 1', [slug]),
    at: (path) =>
      path
        .replace('/arrivals/[id]', `/arrivals/${submission}`)
        .replace('/people/companies/[id]', `/people/companies/${company}`)
        .replace('/people/opened/[id]', `/people/opened/${deal}`)
        .replace('[import]', given.id)
        .replace('/people/sheets/[id]', `/people/sheets/${sheet.body.id}`)
        .replace('[sheet]', sheet.body.id)
        .replace('id=[id]', `id=${contact}`)
        .replace('/people/errands/[id]', `/people/errands/${errand.body.id}`)
        .replace('/people/segments/[name]', `/people/segments/${segment.body.name}`)
        .replace('/people/lists/[name]', '/people/lists/firing_notes')
        .replace('/people/imports/[id]', `/people/imports/${given.id}`)
        .replace('/people/[id]', `/people/${contact}`)
        .replace('/release/in/[name]', '/release/in/old')
        .replace('[slug]', slug),
  }
}
