import type { FormInput } from '@/core/form/definition'
import { api, applied, releasedForm, until } from '../support/api'
import { query } from '../support/database'
import { expect, facts, test, unique } from './studio'

/** What a browser tells before anyone types, and what a form makes of it. */

const zone = { from: 'browser' as const, what: 'zone' as const }

const localForm: FormInput = {
  title: 'Ask us',
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'short_text', name: 'where', label: 'Your time zone', fill: [zone] },
        {
          kind: 'short_text',
          name: 'ferry',
          label: 'Which ferry?',
          shownWhen: { value: 'told_zone', is: 'equals', to: 'Europe/Oslo' },
        },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
  carried: [
    { name: 'told_zone', label: 'Zone', fill: [zone, { from: 'constant', value: 'untold' }] },
    { name: 'held', label: 'Screen', fill: [{ from: 'browser', what: 'screen' }] },
    { name: 'friend', label: 'Friend', fill: [{ from: 'link', parameter: 'ref' }] },
  ],
}

async function newForm(): Promise<string> {
  const slug = unique('local')
  await releasedForm(facts, slug, localForm)
  return slug
}

const sentBy = (email: string) =>
  until('the submission', async () => {
    const [row] = await query<{ id: string }>(
      facts.database,
      `select id from submission where "values" ->> 'email' = $1`,
      [email],
    )
    return row && applied(facts, row.id)
  })

test('a page tells the zone and the screen it is on, at once where something shows by it', async ({ browser }) => {
  const slug = await newForm()
  const email = `${unique('oda')}@studio.example`
  const context = await browser.newContext({
    baseURL: facts.url,
    timezoneId: 'Europe/Oslo',
    viewport: { width: 390, height: 844 },
    screen: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  })
  const page = await context.newPage()
  // What a site’s script leaves behind the # is one of the link’s parameters.
  await page.goto(`/f/${slug}?utm_source=ring#ref=TK7&utm_source=other`)
  await expect(page).toHaveURL(`/f/${slug}?utm_source=ring&ref=TK7`)
  await expect(page.getByLabel('Your time zone')).toHaveValue('Europe/Oslo')
  await page.getByLabel('Which ferry?').fill('The early one')
  await page.getByLabel('Email').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const sent = await sentBy(email)
  expect(sent.values).toMatchObject({ where: 'Europe/Oslo', told_zone: 'Europe/Oslo', held: 'phone', friend: 'TK7' })
  expect(sent.origins).toMatchObject({ where: 'browser', told_zone: 'browser', friend: 'link', ferry: 'typed' })
})

test('where no script runs, the next source is taken', async ({ browser }) => {
  const slug = await newForm()
  const email = `${unique('wim')}@studio.example`
  const context = await browser.newContext({ baseURL: facts.url, javaScriptEnabled: false, timezoneId: 'Europe/Oslo' })
  const page = await context.newPage()
  await page.goto(`/f/${slug}`)
  await expect(page.getByLabel('Which ferry?')).toBeHidden()
  await page.getByLabel('Email').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const sent = await sentBy(email)
  expect(sent.values).toMatchObject({ told_zone: 'untold' })
  expect(sent.values).not.toHaveProperty('held')
})

test('what a value is filled from is chosen, ordered and told, with what is only a claim', async ({ studio }) => {
  const slug = await newForm()
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('button', { name: /friend/ }).click()
  await studio.getByRole('button', { name: 'Add a source' }).click()
  const source = studio.getByRole('combobox', { name: 'Source' })
  await source.nth(1).selectOption({ label: 'their record (who is known)' })
  await studio.getByRole('combobox', { name: 'Record field' }).selectOption({ label: 'Company · Name' })
  await studio.getByRole('button', { name: 'Add a source' }).click()
  await source.nth(2).selectOption({ label: 'whether they are on a list (who is known)' })
  await studio.getByRole('combobox', { name: 'List' }).selectOption({ label: 'Glaze club' })
  await expect(studio.getByText('claim', { exact: true })).toHaveCount(1)
  for (const told of ['ref · link', 'Name · company', 'on Glaze club · record'])
    await expect(studio.getByText(told, { exact: true })).toHaveCount(1)
  // What is known only once an answer is sent comes too late for a question.
  await expect(source.first().locator('option', { hasText: 'a running number' })).toHaveCount(1)
  await studio.getByRole('button', { name: 'Your time zone' }).click()
  await expect(source).toHaveCount(1)
  await expect(source.locator('option', { hasText: 'a running number' })).toHaveCount(0)
})

test('a form is tried as somebody made up: on the page, in what it would do, and in rehearsals that are kept', async ({
  studio,
}) => {
  const slug = unique('tried')
  await releasedForm(facts, slug, {
    ...localForm,
    title: '{{ name | default: "Hello" }}, ask us',
    carried: [
      ...(localForm.carried ?? []),
      { name: 'name', label: 'Name', fill: [{ from: 'record', field: 'first_name' }] },
    ],
    records: { request: { title: 'Asked from {{ told_zone }} by {{ friend | default: "nobody" }}' } },
  })
  await studio.goto(`/forms/${slug}/compose?part=tries`)
  await expect(studio.getByText('None yet', { exact: true })).toBeVisible()
  await studio.getByRole('button', { name: 'Add test values' }).click()
  await studio.getByLabel('Called', { exact: true }).fill('Oda from the ring')
  await studio.getByLabel('Link says').fill('ref=TK7')
  await studio.getByLabel('Time zone').fill('Mars/Olympus')
  await expect(studio.getByText('Give a zone, such as Europe/Oslo')).toBeVisible()
  await studio.getByLabel('Time zone').fill('Europe/Oslo')
  await studio.getByRole('button', { name: 'Add a field' }).click()
  await studio.getByRole('combobox', { name: 'Field' }).selectOption({ label: 'First name' })
  await studio.getByRole('textbox', { name: 'Value 1' }).fill('Oda')
  await expect(studio.getByText(/^draft saved/)).toBeVisible()

  await test.step('the page and what it would do are hers', async () => {
    await studio.getByRole('button', { name: 'Seen by' }).click()
    await studio.getByRole('option', { name: /Oda from the ring/ }).click()
    const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
    await expect(view.getByRole('heading', { name: 'Oda, ask us' })).toBeVisible()
    await expect(view.getByLabel('Your time zone')).toHaveValue('Europe/Oslo')
    await expect(view.getByLabel('Which ferry?')).toBeVisible()
    await expect(studio.getByRole('region', { name: 'If sent now' })).toContainText('Asked from Europe/Oslo by TK7')
  })

  await test.step('a rehearsal is kept as hers', async () => {
    await studio.getByRole('link', { name: /^Rehearse/ }).click()
    await studio.getByLabel('Sent by').selectOption({ label: 'Oda from the ring (test values)' })
    await expect(studio.getByLabel('If sent now')).toContainText('Asked from Europe/Oslo by TK7')
    await studio.getByLabel('Email', { exact: true }).fill(`oda@${slug}.example`)
    await studio.getByLabel('Name to keep these answers under').fill('Oda asks')
    await studio.getByRole('button', { name: 'Keep these answers' }).click()
    const kept = studio.getByRole('region', { name: 'Kept rehearsals' })
    await expect(kept).toContainText('as through release 1')
    await studio.reload()
    await kept.getByRole('button', { name: 'Oda asks', exact: true }).click()
    await expect(studio.getByLabel('If sent now')).toContainText('Asked from Europe/Oslo by TK7')
  })

  await test.step('taken away, she is nobody; and taken back', async () => {
    await studio.goto(`/forms/${slug}/compose?part=tries`)
    await studio.getByRole('button', { name: 'Oda from the ring' }).click()
    await studio.getByRole('button', { name: 'Remove', exact: true }).click()
    await expect(studio.getByText('None yet', { exact: true })).toBeVisible()
    await studio
      .getByRole('region', { name: /^Notifications/ })
      .getByRole('button', { name: 'Undo' })
      .click()
    await expect(studio.getByRole('button', { name: 'Oda from the ring' })).toBeVisible()
  })
})

test('a link tells on the person’s page what came of it, and that somebody else answered by it', async ({
  studio,
  browser,
}) => {
  const slug = await newForm()
  const { body: contact } = await api<{ id: string }>(facts, 'POST', '/contacts', { email: `holder@${slug}.example` })
  await studio.goto(`/people/${contact.id}`)
  const links = studio.locator('section', { has: studio.getByRole('heading', { name: 'Personal links' }) })
  const make = async () => {
    await links.getByLabel('Form', { exact: true }).selectOption(slug)
    await links.getByLabel('Works for').selectOption('7')
    await links.getByRole('button', { name: 'Make a personal link' }).click()
    return (await links.getByText(`/f/${slug}?k=`).textContent()) ?? ''
  }
  const link = await make()
  await studio.reload()
  await expect(links.getByText('not opened')).toBeVisible()

  const page = await (await browser.newContext({ baseURL: facts.url })).newPage()
  await page.goto(link)
  await page.getByLabel('Email').fill(`friend@${slug}.example`)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  await sentBy(`friend@${slug}.example`)
  await studio.reload()
  await expect(links.getByText('opened 1 · begun 1 · sent 1')).toBeVisible()
  await expect(links.getByText('1 by others')).toBeVisible()

  await make()
  await studio.reload()
  await links.getByRole('button', { name: 'Withdraw all: all personal links' }).click()
  await links.getByRole('button', { name: 'Withdraw all for good' }).click()
  await expect(links.getByText(/^withdrawn/)).toHaveCount(2)
})
