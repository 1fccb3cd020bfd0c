import type { Browser, Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { parse } from 'csv-parse/sync'
import { enterHouse } from '../e2e/house'
import { expect, test, unique } from '../e2e/studio'
import type { FormInput } from '@/core/form/definition'
import { addressIn, askEmail, askFirstName, formAsking, mailTo, releasedForm, until } from '../support/api'

/**
 * A mailing to people who are known: a segment becomes a sheet of links, and whoever follows theirs is greeted, asked
 * only what is missing, brings a friend along, joins a list and leaves it. Every page tells it.
 */
test.describe.configure({ timeout: 240_000 })

const PEOPLE = 1200
const FOLLOW = 5

const inviting: FormInput = formAsking(
  [
    { ...askFirstName, required: true, turn: { known: 'dropped' }, fill: [{ from: 'record', field: 'first_name' }] },
    {
      kind: 'short_text',
      name: 'last_name',
      label: 'Last name',
      required: true,
      turn: { known: 'dropped' },
      lands: [{ field: 'last_name' }],
    },
    { ...askEmail, fill: [{ from: 'record', field: 'email' }] },
    { kind: 'referral_code', name: 'friend', label: 'Who sent you?', fill: [{ from: 'link', parameter: 'ref' }] },
    { kind: 'consent', name: 'letter', label: 'Firing notes', wording: 'Send me Firing notes.' },
  ],
  {
    intro: 'Good day, {{ first_name | default: "whoever you are" }}.',
    carried: [{ name: 'own_code', label: 'Own code', fill: [{ from: 'referral_code' }] }],
    records: { broughtBy: 'friend' },
    joins: [{ list: 'firing_notes', consent: 'letter' }],
    outcome: { title: 'Thank you', body: 'Your code for a friend: {{ own_code }}' },
    routing: { otherwise: null },
  },
)

/** A phone of somebody else’s. */
const phoneOf = async (browser: Browser) =>
  (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage()

/** Sends what is on a page, and gives the code that is told for a friend. */
async function send(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  return ((await page.getByText('Your code for a friend').textContent()) ?? '').replace(/^.*: /, '')
}

test('people who are known follow their links, and every page tells what came of it', async ({ browser }) => {
  const slug = unique('known')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, inviting)
  const addressOf = (n: number | string) => `p${n}@${slug}.example`
  const mailWith = (to: string, what: 'join' | 'leave') =>
    until('the mail', async () => {
      const mails = await mailTo(reach, to)
      return mails.flatMap(({ text }) => addressIn(text, what) ?? [])[0]
    })

  await test.step('they are brought in, and a segment says who is meant', async () => {
    const rows = Array.from({ length: PEOPLE }, (_, n) => `Name${n},${addressOf(n)}`)
    await page.goto('/people/imports')
    await page.locator('input[type=file]').setInputFiles({
      name: 'people.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(['First name,Email', ...rows].join('\n')),
    })
    await page.getByRole('button', { name: 'Look what would come of it' }).click()
    await page.getByRole('button', { name: `Bring in 1 200 rows` }).click()
    await expect(page.getByText('brought in', { exact: true })).toBeVisible({ timeout: 60_000 })
    await page.goto('/people/segments/new')
    await page.getByLabel('Called').fill('Invited')
    await page.getByRole('button', { name: 'Add a test' }).click()
    await page.getByLabel('Value').selectOption('Email')
    await page.getByLabel('Must be').selectOption('contains')
    await page.getByLabel('Text').fill(slug)
    await page.getByLabel('Text').press('Tab')
    await expect(page.getByRole('region', { name: 'People in it now' })).toContainText('1 200 people now')
    await page.getByRole('button', { name: 'Keep the segment' }).click()
    await page.waitForURL('**/people/segments/invited')
  })

  await test.step('the list is confirmed by mail', async () => {
    await page.goto('/people/lists/firing_notes')
    // A press before the studio has woken is not heard.
    await expect(async () => {
      await page.getByRole('region', { name: 'Confirmed by mail' }).getByRole('checkbox').click()
      await expect(page.getByText('The mail can be answered for 14 days.')).toBeVisible({ timeout: 2000 })
    }).toPass()
    await page.goto(`/forms/${slug}/records`)
    await expect(page.getByLabel('List', { exact: true }).locator('option:checked')).toHaveText(
      'Firing notes, confirmed by mail',
    )
  })

  const links = await test.step('each has a link', async () => {
    await page.goto('/people/segments/invited')
    await page.getByRole('link', { name: 'Make a link sheet' }).click()
    await page.getByRole('button', { name: 'Make 1 200 links' }).click()
    await expect(page.getByRole('region', { name: 'What came of it' })).toContainText('1 200 links', {
      timeout: 60_000,
    })
    const written = page.getByRole('region', { name: 'How it is written' })
    const download = page.waitForEvent('download')
    await written.getByRole('link', { name: 'CSV' }).click()
    const rows: { link: string; email: string }[] = parse(await readFile(await (await download).path(), 'utf8'), {
      columns: true,
    })
    expect(rows).toHaveLength(PEOPLE)
    return new Map(rows.map(({ email, link }) => [email, link]))
  })
  const sheet = page.url()

  const codes: string[] = []
  await test.step('five follow theirs, are greeted, and asked only what is missing', async () => {
    for (let n = 0; n < FOLLOW; n++) {
      const phone = await phoneOf(browser)
      await phone.goto(links.get(addressOf(n)) ?? '')
      await expect(phone.getByText(`Good day, Name${n}.`)).toBeVisible()
      await expect(phone.getByLabel('First name')).toBeHidden()
      await expect(phone.getByLabel('Email')).toHaveValue(addressOf(n))
      await phone.getByLabel('Last name').fill('Osei')
      await phone.getByRole('checkbox').check()
      codes.push(await send(phone))
      // Whose address it is, their link has shown.
      await expect(phone.getByText('We have sent you a mail.')).toBeHidden()
      await phone.context().close()
    }
    expect(new Set(codes).size).toBe(FOLLOW)
  })

  await test.step('a friend comes by a code, and confirms the list by mail', async () => {
    const phone = await phoneOf(browser)
    await phone.goto(`/f/${slug}?ref=${codes[0]}`.replace(/^/, reach.url))
    await expect(phone.getByText('Good day, whoever you are.')).toBeVisible()
    await phone.getByLabel('First name').fill('Friend')
    await phone.getByLabel('Last name').fill('Ilves')
    await phone.getByLabel('Email').fill(addressOf('friend'))
    await phone.getByRole('checkbox').check()
    await send(phone)
    await expect(phone.getByText('We have sent you a mail.')).toBeVisible()
    await page.goto('/people/lists/firing_notes')
    await expect(page.getByText('5 on it')).toBeVisible()
    await phone.goto(await mailWith(addressOf('friend'), 'join'))
    await phone.getByRole('button', { name: 'Yes, put me on it' }).click()
    await expect(phone.getByText('You are on it now: Firing notes.')).toBeVisible()
    await phone.context().close()
  })

  await test.step('one of them has had enough', async () => {
    const phone = await phoneOf(browser)
    await phone.goto(await mailWith(addressOf(0), 'leave'))
    await phone.getByLabel('Why, if you like to say').fill('Too many letters')
    await phone.getByRole('button', { name: 'Leave all' }).click()
    await expect(phone.getByRole('status')).toHaveText('You are on no list of ours any more.')
    await phone.context().close()
  })

  await test.step('every page tells it', async () => {
    await page.goto(sheet)
    const came = page.getByRole('region', { name: 'What came of it' })
    await expect(came).toContainText('5 opened')
    await expect(came).toContainText('5 sent')
    await page.goto('/people/lists/firing_notes')
    await expect(page.getByText('5 on it')).toBeVisible()
    await expect(page.getByText('“Too many letters”')).toBeVisible()
    await expect(page.getByRole('link', { name: 'Friend Ilves' })).toBeVisible()
    await page.getByRole('link', { name: 'Name0 Osei' }).first().click()
    await expect(page.getByRole('region', { name: 'Lists' })).toContainText('left by themselves, “Too many letters”')
    await expect(page.getByRole('heading', { name: 'Brought along 1 person' })).toBeVisible()
    await page.getByRole('link', { name: 'Friend Ilves' }).click()
    await expect(page.getByText('brought along by')).toBeVisible()
    await expect(page.getByText('Confirmed by mail')).toBeVisible()
    await page.goto(`/forms/${slug}/readout`)
    await expect(page.getByText('6 sent it', { exact: true })).toBeVisible()
    await expect(page.getByText('1 brought along')).toBeVisible()
    await expect(page.getByRole('region', { name: 'First name' })).toContainText('5 not asked, since it was known')
  })
})
