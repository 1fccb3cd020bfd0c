import {
  addressIn,
  applied,
  formAsking,
  askEmail,
  askFirstName,
  api,
  mailTo,
  releasedForm,
  send,
  smallForm,
  until,
} from '../support/api'
import { expect, facts, test, unique } from './studio'

/** From the switch on a list’s page to the mail that a stranger presses, and what every page tells of it. */

const joining = (list: string) =>
  formAsking([askFirstName, askEmail, { kind: 'consent', name: 'news', label: 'News', wording: 'Send me the news.' }], {
    joins: [{ list, consent: 'news' }],
  })

test('a list is confirmed by mail, in words of one’s own, and every page tells who waits and who joined', async ({
  browser,
  studio,
}) => {
  const title = unique('News')
  const { name } = (await api<{ name: string }>(facts, 'POST', '/lists', { title })).body
  const slug = unique('joins')
  await releasedForm(facts, slug, joining(name))

  await studio.goto(`/people/lists/${name}`)
  const confirmed = studio.getByRole('region', { name: 'Confirmed by mail' })
  // A press before the studio has woken is not heard.
  await expect(async () => {
    await confirmed.getByRole('checkbox').click()
    await expect(confirmed.getByLabel('Subject')).toBeVisible({ timeout: 2000 })
  }).toPass()
  await confirmed.getByLabel('Subject').fill('Yes to {{ lists }}?')
  await confirmed.getByLabel('Subject').blur()
  await expect(confirmed.getByText(`Yes to ${title}?`)).toBeVisible()
  await confirmed.getByLabel('Text').fill('{{ first_name }}')
  await expect(confirmed.getByText('It can tell lists, from, address, and no “first_name”')).toBeVisible()
  await confirmed.getByLabel('Text').fill('')
  await expect(confirmed.getByText('Somebody gave this address to')).toBeVisible()

  const email = `${unique('reader')}@studio.example`
  const phone = await browser.newContext({
    viewport: { width: 390, height: 844 },
    javaScriptEnabled: false,
    locale: 'en-GB',
  })
  const page = await phone.newPage()
  await page.goto(`/f/${slug}`)
  await page.getByLabel('First name').fill('Lea')
  await page.getByLabel('Email').fill(email)
  await page.getByRole('checkbox').check()
  await page.getByRole('button', { name: /send/i }).click()
  await expect(page.getByText('Confirm in it that you want to be on the list.')).toBeVisible()
  const mail = await until('they are asked', async () =>
    (await mailTo(facts, email)).find(({ subject }) => subject === `Yes to ${title}?`),
  )

  await studio.reload()
  await expect(studio.getByRole('region', { name: 'To be confirmed' })).toContainText(email)
  await studio.getByRole('region', { name: 'To be confirmed' }).getByRole('link').first().click()
  const lists = studio.getByRole('region', { name: 'Lists' })
  await expect(lists).toContainText('to be confirmed by mail')
  await lists.getByRole('button', { name: `Ask again to confirm ${title}` }).click()
  await expect(studio.getByText('They were asked a moment ago.', { exact: true })).toBeVisible()

  await page.goto(addressIn(mail.text, 'join') ?? '')
  await expect(page.getByRole('heading', { name: 'Do you want to be on the list?' })).toBeVisible()
  await page.getByRole('button', { name: 'Yes, put me on it' }).click()
  await expect(page.getByText(`You are on it now: ${title}.`)).toBeVisible()
  await page.goBack()
  await page.reload()
  await expect(page.getByText('There is nothing to confirm here')).toBeVisible()
  await phone.close()

  await studio.reload()
  await expect(lists).not.toContainText('to be confirmed')
  await expect(lists).toContainText('Send me the news.')
  await expect(studio.getByText('Confirmed by mail').first()).toBeVisible()
  await studio.goto(`/people/lists/${name}`)
  const download = studio.waitForEvent('download')
  await studio.getByRole('link', { name: 'JSON Lines' }).click()
  const written = await (await (await download).createReadStream()).toArray()
  expect(JSON.parse(Buffer.concat(written).toString())).toMatchObject({
    email,
    agreed_to: 'Send me the news.',
    agreed_with: email,
    proven: 'mail',
    release: 1,
  })
})

test('a message waits until the list is confirmed where Dispatch says so, and the Outbox tells what it waits for', async ({
  studio,
}) => {
  const title = unique('News')
  const { name } = (await api<{ name: string }>(facts, 'POST', '/lists', { title })).body
  await api(facts, 'PUT', `/lists/${name}/confirming`, { confirm: {} })
  const slug = unique('waits')
  await releasedForm(facts, slug, {
    ...joining(name),
    messages: [
      ...(smallForm.messages ?? []).slice(0, 1),
      { name: 'issue', title: 'Issue', to: 'visitor', subject: `The issue of ${slug}`, body: 'Here it is' },
    ],
  })
  await studio.goto(`/forms/${slug}/dispatch`)
  const message = studio.locator('details').filter({ hasText: 'to the visitor' })
  await message.locator('summary').click()
  await expect(message.getByText(/asked to confirm .* gets it all the same/)).toBeVisible()
  await expect(async () => {
    await message.getByLabel('Goes out').selectOption('once they have confirmed by mail')
    await expect(message.locator('summary')).toContainText('once they have confirmed by mail', { timeout: 2000 })
  }).toPass()
  await expect(message.getByText('and never where they do not')).toBeVisible()
  await studio.getByRole('link', { name: 'Release' }).click()
  await studio.getByRole('button', { name: 'Make release 2 live' }).click()
  await expect(studio.getByText('release 2 live')).toBeVisible()

  const email = `${unique('reader')}@studio.example`
  const { body } = await send(facts, slug, { first_name: 'Lea', email, news: true })
  await applied(facts, body.submission)
  await studio.goto(`/outbox?search=${encodeURIComponent(email)}`)
  const row = studio.getByRole('row').filter({ hasText: `The issue of ${slug}` })
  await expect(row).toContainText('waits to be confirmed')
  await expect(row).toContainText(/until \d+ \w+/)
  await expect(row.getByRole('button')).toHaveText(['Stop…'])
  await row.getByRole('button').click()
  await studio.getByLabel('Why').fill('No issue left')
  await studio.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(row).toHaveCount(0)
  await studio.goto(`/outbox?show=aside&search=${encodeURIComponent(email)}`)
  await row.getByRole('button', { name: 'Let it wait again' }).click()
  await expect(row).toHaveCount(0)
})

test('an address that mail servers refuse is written to no more, until a colleague says so', async ({ studio }) => {
  const slug = unique('refused')
  await releasedForm(facts, slug, formAsking([askFirstName, askEmail]))
  const email = `refused@${unique('gone')}.example`
  const first = await send(facts, slug, { first_name: 'Lea', email })
  const { contact } = await applied(facts, first.body.submission)
  const stateOf = (submission: string, says: string) =>
    until('the mail is given up', async () => {
      const { deliveries } = await applied(facts, submission)
      return deliveries.some(({ error }) => error?.includes(says))
    })
  await stateOf(first.body.submission, '550')
  const again = await send(facts, slug, { first_name: 'Lea', email })
  await stateOf(again.body.submission, 'Not sent')

  await studio.goto(`/people/${contact}`)
  await expect(studio.getByText(/No mail goes to refused@/)).toBeVisible()
  await studio.getByRole('button', { name: 'Write to it again' }).click()
  await expect(studio.getByText(`Mails go to ${email} again`, { exact: true })).toBeVisible()
  await expect(studio.getByText(/No mail goes to refused@/)).toBeHidden()
})
