import { addressIn, api, applied, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** From the mail of somebody on a list to the page that tells that they left, and why. */

test('somebody leaves a list by their mail, on a phone and without a script, and their page tells it', async ({
  browser,
  studio,
}) => {
  const slug = unique('leave')
  await releasedForm(facts, slug, { ...smallForm, joins: [{ list: 'glaze_club', consent: 'letter' }] })
  const email = `${unique('leaver')}@studio.example`
  const sent = await send(facts, slug, { first_name: 'Lea', email, letter: true })
  const { contact } = await applied(facts, sent.body.submission)
  const mail = await until('the mail came', async () => (await mailTo(facts, email))[0])
  const address = addressIn(mail.text, 'leave') ?? ''

  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    javaScriptEnabled: false,
    locale: 'en-GB',
  })
  const page = await context.newPage()
  await page.goto(address)
  await page.getByRole('checkbox', { name: 'Glaze club' }).uncheck()
  await page.getByLabel('Why, if you like to say').fill('I sold my kiln')
  await page.getByRole('button', { name: 'Keep this choice' }).click()
  await expect(page.getByRole('status')).toHaveText('You are on no list of ours any more.')
  await page.goto(address)
  await expect(page.getByText('You are on no list of ours any more.')).toBeVisible()
  await context.close()

  await studio.goto(`/people/${contact}`)
  const lists = studio.getByRole('region', { name: 'Lists' })
  await expect(lists).toContainText('Glaze club: left by themselves, “I sold my kiln”')
  await studio.getByRole('link', { name: 'People', exact: true }).first().click()
  await studio.getByRole('link', { name: 'Lists', exact: true }).click()
  await studio.getByRole('link', { name: 'Glaze club' }).click()
  await expect(studio.getByRole('heading', { name: 'Glaze club' })).toBeVisible()
  await expect(studio.getByText('I sold my kiln').first()).toBeVisible()
  await studio.goto(`/arrivals/${sent.body.submission}`)
  await expect(studio.getByText(/Leave it here: …/).first()).toBeAttached()
  expect((await api<{ left: object[] }>(facts, 'GET', `/contacts/${contact}`)).body.left).toHaveLength(1)
})
