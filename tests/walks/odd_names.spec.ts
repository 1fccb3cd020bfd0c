import type { FormInput } from '@/core/form/definition'
import { expect, facts, test, unique } from '../e2e/studio'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { query } from '../support/database'
import { makeWorkspace } from '../support/workspace'

/** What people, editors and programs may call things: without a space, from right to left, drawn, or in markup. */
const NAMES = [
  'W'.repeat(190),
  '\u202eright to left and no end of it',
  '👩‍👩‍👧‍👦'.repeat(10),
  '<b onclick="alert(1)">bold</b> & so on',
]
const SCREENS = [
  '/forms',
  '/forms/begin',
  '/arrivals',
  '/arrivals?state=spam',
  '/arrivals?state=unfinished',
  '/people',
  '/people/companies',
  '/outbox?show=all',
  '/settings',
]

/** Nothing is wider than its place in any list, whatever things are called. */
test('every list keeps to its width, whatever things are called', async ({ browser }) => {
  const other = await makeWorkspace(facts)
  const reach = { ...facts, token: other.token }
  for (const [n, name] of NAMES.entries()) {
    const slug = unique('odd')
    await api(reach, 'POST', '/desks', { title: name.slice(0, 100), addresses: [`${'d'.repeat(50)}${n}@elm.example`] })
    await api(reach, 'POST', '/lists', { title: name.slice(0, 100) })
    const draft: FormInput = { ...smallForm, title: name, joins: [], records: { company: true }, routing: {} }
    await releasedForm(reach, slug, draft)
    await api(reach, 'PUT', `/forms/${slug}`, {
      name: name.slice(0, 200),
      folder: name.slice(0, 100),
      campaign: name.slice(0, 100),
    })
    const email = `${'e'.repeat(50)}${n}@${slug}.example`
    const sent = await send(reach, slug, { first_name: name, wish: name, email })
    const { contact } = await applied(reach, sent.body.submission)
    await query(
      facts.database,
      `update record set company_id = (insert_company.id) from (select id from record where workspace_id = $1 and type = 'company' limit 1) as insert_company where record.id = $2`,
      [other.id, contact],
    )
    await api(reach, 'POST', '/contacts', { email: `c${n}@${slug}.example`, first_name: name, company: name })
    await send({ url: facts.url }, slug, { first_name: name, wish: name, email: `spam-${email}` })
    await query(
      facts.database,
      `insert into visit (workspace_id, form_id, id, release_number, source, arrived_at, began_at, last_at, answers, steps, link)
       select workspace_id, id, gen_random_uuid(), 1, $2, now(), now(), now(), $3, '{}', '{}' from form where slug = $1`,
      [slug, name, JSON.stringify({ first_name: name, email: name })],
    )
  }
  const context = await browser.newContext({ baseURL: facts.url })
  const [name = '', value = ''] = other.cookie.split(';')[0]?.split(/=(.*)/s) ?? []
  await context.addCookies([{ name, value: decodeURIComponent(value), url: facts.url }])
  const page = await context.newPage()
  for (const width of [1280, 900, 390]) {
    await page.setViewportSize({ width, height: 800 })
    for (const path of SCREENS) {
      await page.goto(path)
      await expect(page.locator('h1').first()).toBeVisible()
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect.soft([path, width, wide <= width, wide]).toEqual([path, width, true, wide])
    }
  }
})
