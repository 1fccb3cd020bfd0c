import type { FormInput } from '@/core/form/definition'
import { expect, facts, test, unique } from '../e2e/studio'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { query } from '../support/database'
import { makeMember, makeWorkspace } from '../support/workspace'

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
  '/people/segments',
  '/people/deals',
  '/people/doubles',
  '/people/lists',
  '/people/lists/firing_notes',
  '/people/proposals',
  '/people/sheets',
  '/people/sheets/new',
  '/outbox?show=all',
  '/settings',
  '/settings/history',
  '/settings/members',
  '/account',
  '/workspaces',
]

/** Places of one form. */
const PLACES = ['settings', 'compose', 'compose?part=tries', 'records', 'dispatch', 'rehearse', 'release', 'readout']
const WIDTHS = [1280, 900, 390]

/** What on a screen is not as it should be, whatever things are called. */
function findBent(): string[] {
  const wide = document.documentElement.scrollWidth
  const by = [...document.querySelectorAll('body *')].findLast(
    (one) => one.getBoundingClientRect().right > innerWidth + 1,
  )
  const bent = wide > innerWidth ? [`${wide} wide, by ${by?.outerHTML.slice(0, 160)}`] : []
  // What runs the other way turns nothing around that stands beside it (UAX #9, isolates).
  const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  for (let node = texts.nextNode(); node; node = texts.nextNode()) {
    const holder = node.parentElement
    if (!node.textContent?.includes('\u202e') || !holder?.checkVisibility() || holder.closest('script, option'))
      continue
    // What is only heard.
    if (holder.getBoundingClientRect().width <= 1) continue
    let at: Element | null = holder
    while (
      at &&
      getComputedStyle(at).display.startsWith('inline') &&
      !/isolate|plaintext/.test(getComputedStyle(at).unicodeBidi)
    )
      at = at.parentElement
    const isAlone = at?.textContent?.trim() === node.textContent.trim()
    if (!isAlone && !/isolate|plaintext/.test(at ? getComputedStyle(at).unicodeBidi : ''))
      bent.push(`turned around: ${at?.outerHTML.slice(0, 160)}`)
  }
  return bent
}

/** Nothing is wider than its place on any screen, and nothing turned around, whatever things are called. */
test('every screen keeps to its width, whatever things are called', async ({ browser }) => {
  test.setTimeout(300_000)
  const screens = [...SCREENS]
  const slugs: string[] = []
  const other = await makeWorkspace(facts)
  const reach = { ...facts, token: other.token }
  for (const [n, name] of NAMES.entries()) {
    const slug = unique('odd')
    slugs.push(slug)
    await api(reach, 'POST', '/desks', { title: name.slice(0, 100), addresses: [`${'d'.repeat(50)}${n}@elm.example`] })
    const list = await api<{ name: string }>(reach, 'POST', '/lists', { title: name.slice(0, 100) })
    const member = await makeMember(facts, other.id, 'editor', name.slice(0, 80))
    await query(
      facts.database,
      `insert into way_in (id, purpose, email, workspace_id, role, asked_by, expires_at)
       values (gen_random_uuid(), 'join', $1, $2, 'analyst', $3, now() + interval '1 day')`,
      [`${'i'.repeat(60)}${n}@${slug}.example`, other.id, member.id],
    )
    await query(
      facts.database,
      `insert into passkey (id, name, "publicKey", "userId", "credentialID", counter, "deviceType", "backedUp")
       select gen_random_uuid()::text, $1, '', user_id, gen_random_uuid()::text, 0, 'singleDevice', false
       from member where workspace_id = $2 and role = 'owner'`,
      [name.slice(0, 80), other.id],
    )
    await query(facts.database, 'update api_token set name = $1 where workspace_id = $2', [name.slice(0, 80), other.id])
    const draft: FormInput = {
      ...smallForm,
      title: name,
      joins: [],
      records: { company: true, deal: { title: '{{ first_name }}' } },
      tries: [{ name: 'odd', called: name.slice(0, 60), link: `ref=${name}`, zone: name.slice(0, 60) }],
      routing: {},
    }
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
    const [company] = await query<{ company_id: string }>(
      facts.database,
      'select company_id from record where id = $1',
      [contact],
    )
    const [deal] = await query<{ id: string }>(
      facts.database,
      `select id from record where type = 'deal' and contact_id = $1`,
      [contact],
    )
    for (const record of [contact, deal?.id]) await api(reach, 'POST', `/records/${record}/notes`, { text: name })
    await api(reach, 'PUT', `/records/${contact}`, { values: { last_name: name } })
    await api(reach, 'PUT', `/records/${contact}/owner`, { owner: member.id })
    await api(reach, 'POST', `/submissions/${sent.body.submission}/notes`, { text: name })
    const condition = { value: 'contact.first_name', is: 'equals', to: name }
    const title = name.slice(0, 100)
    const segment = await api<{ name: string }>(reach, 'POST', '/segments', { title, condition })
    const errand = await api<{ id: string }>(reach, 'POST', '/errands', {
      chosen: { type: 'contact', ids: [contact] },
      errand: { does: 'join', list: list.body.name, wording: name },
    })
    const sheet = await api<{ id: string }>(reach, 'POST', '/link-sheets', {
      title: name.slice(0, 80),
      form: slug,
      whom: { addresses: [email, `${'a'.repeat(50)}${n}@${slug}.example`] },
    })
    await api(reach, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: name.slice(0, 200) })
    await fetch(`${facts.url}/f/${slug}/in/old`, {
      method: 'POST',
      body: new URLSearchParams([
        [name, name],
        [`${name} twice`, name],
        ['email', email],
      ]),
    })
    screens.push(`/forms/${slug}/release/in/old`)
    screens.push(`/people/sheets/${sheet.body.id}`)
    screens.push(`/people/errands/${errand.body.id}`, `/people/segments/${segment.body.name}`)
    screens.push(`/arrivals/${sent.body.submission}`, `/people/${contact}`, `/people/companies/${company?.company_id}`)
    screens.push(`/people/opened/${deal?.id}`)
    screens.push(...PLACES.map((place) => `/forms/${slug}/${place}`))
    await api(reach, 'POST', '/contacts', { email: `c${n}@${slug}.example`, first_name: name, company: name })
    await send({ url: facts.url }, slug, { first_name: name, wish: name, email: `spam-${email}` })
    await query(
      facts.database,
      `insert into visit (workspace_id, form_id, id, release_number, source, arrived_at, began_at, last_at, answers, steps, link)
       select workspace_id, id, gen_random_uuid(), 1, $2, now(), now(), now(), $3, '{}', '{}' from form where slug = $1`,
      [slug, name, JSON.stringify({ first_name: name, email: name })],
    )
  }
  // The longest stays: what the workspace and its owner are called is on every screen.
  await query(facts.database, 'update workspace set name = $1 where id = $2', [NAMES[0]?.slice(0, 80), other.id])
  await query(
    facts.database,
    `update "user" set name = $1 where id = (select user_id from member where workspace_id = $2 and role = 'owner')`,
    [NAMES[0]?.slice(0, 80), other.id],
  )
  const context = await browser.newContext({ baseURL: facts.url })
  const [name = '', value = ''] = other.cookie.split(';')[0]?.split(/=(.*)/s) ?? []
  await context.addCookies([{ name, value: decodeURIComponent(value), url: facts.url }])
  const page = await context.newPage()
  const found: string[] = []
  const look = async (where: string) => {
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 800 })
      found.push(...(await page.evaluate(findBent)).map((bent) => `${where} at ${width}: ${bent}`))
    }
  }
  for (const path of screens) {
    await page.goto(path)
    await expect(page.locator('h1, main').first()).toBeVisible()
    await look(path)
  }
  for (const [n, slug] of slugs.entries()) {
    await page.goto(`/forms/${slug}/settings`)
    expect(await page.title()).toMatch(/\u2068.*\u2069/su)
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Find or do' }).fill(slug)
    await expect(page.getByRole('option').first()).toBeVisible()
    await look(`What is found by ${NAMES[n]}`)
    await api(reach, 'PUT', `/forms/${slug}`, { state: 'deleted' })
    await page.goto('/forms')
    await page.getByLabel('Which forms').selectOption('deleted')
    await page.getByRole('button', { name: 'Bring back' }).click()
    await expect(page.getByRole('listitem').filter({ hasText: 'is back, and closed' })).toBeVisible()
    await look(`What is said of ${NAMES[n]}`)
  }
  expect(found).toEqual([])
})
