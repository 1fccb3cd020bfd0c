import { api, applied, askEmail, askFirstName, formAsking, releasedForm, send } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** A friend’s code, from the link that carries it to the pages that tell who brought whom. */

const askingForm = formAsking([
  askFirstName,
  askEmail,
  { kind: 'referral_code', name: 'friend', label: 'Who sent you?', fill: [{ from: 'link', parameter: 'ref' }] },
])

test('a code is given, said to be what tells who brought whom, typed with a slip, and told on both pages', async ({
  browser,
  studio,
}) => {
  const slug = unique('friend')
  await releasedForm(facts, slug, askingForm)
  const bringer = unique('Bringer')
  const sent = await send(facts, slug, { first_name: bringer, email: `${bringer}@studio.example` })
  const { contact } = await applied(facts, sent.body.submission)

  await studio.goto(`/people/${contact}`)
  await studio.getByRole('button', { name: 'Give them one' }).click()
  await expect(studio.getByRole('button', { name: 'Copy the referral code' })).toBeVisible()
  const { body } = await api<{ referral: { code: string } }>(facts, 'GET', `/contacts/${contact}`)
  const { code } = body.referral
  await expect(studio.getByText(code.replace(/(.{3})(?=.)/g, '$1 '))).toBeVisible()

  await studio.goto(`/forms/${slug}/records`)
  // What is chosen before the studio has woken is not heard.
  await expect(async () => {
    await studio
      .getByRole('combobox', { name: 'Which value says who brought them along' })
      .selectOption('whoever has the code in “Who sent you?”')
    const { body } = await api<{ records: { broughtBy: string | null } }>(facts, 'GET', `/forms/${slug}/draft`)
    expect(body.records.broughtBy).toBe('friend')
  }).toPass()
  await api(facts, 'POST', `/forms/${slug}/releases`)

  const friend = unique('Friend')
  const page = await (await browser.newContext({ baseURL: facts.url, viewport: { width: 390, height: 844 } })).newPage()
  await page.goto(`/f/${slug}?ref=${code}`)
  const box = page.getByLabel('Who sent you?')
  await expect(box).toHaveValue(code)
  await page.getByLabel('First name').fill(friend)
  await page.getByLabel('Email').fill(`${friend}@studio.example`)
  await box.fill(`${code.slice(1)}${code[0]}`)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText(/^There is a slip in this code\./)).toBeVisible()
  await box.fill(` ${code.slice(0, 4)}-${code.slice(4)} `.toLowerCase())
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: `Thank you, ${friend}` })).toBeVisible()

  await expect(async () => {
    await studio.goto(`/people/${contact}`)
    await expect(studio.getByRole('heading', { name: 'Brought along 1 person' })).toBeVisible({ timeout: 1000 })
  }).toPass()
  await studio.getByRole('link', { name: friend }).click()
  await expect(studio.getByText('brought along by')).toBeVisible()
  await expect(studio.getByRole('link', { name: bringer })).toBeVisible()
  await studio.goto(`/forms/${slug}/readout`)
  await expect(studio.getByText('1 brought along')).toBeVisible()
  await expect(studio.getByRole('row', { name: `${bringer} 1` })).toBeVisible()
})
