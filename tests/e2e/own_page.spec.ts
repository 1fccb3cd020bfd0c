import { api, askClay, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** A form as HTML of its own on a page of the Bench's site, which has a strict content policy. */

const site = new URL(facts.bench).origin
const askWhy = {
  kind: 'long_text' as const,
  name: 'why',
  label: 'Why that clay?',
  required: true,
  shownWhen: { value: 'clay', is: 'answered' as const },
}
const sendable = (slug: string) =>
  releasedForm(facts, slug, { ...formAsking([askFirstName, askEmail, askClay, askWhy]), sentFrom: [site] })

test('its HTML is taken from the studio, put into a page, and sends from there', async ({ studio, page }) => {
  const slug = unique('own')
  await sendable(slug)
  await studio.goto(`/forms/${slug}/release`)
  const main = studio.getByRole('main')
  const sentAt = main.getByLabel('After sending, it goes on at')
  await expect(async () => {
    await sentAt.fill('')
    await sentAt.fill('https://elsewhere.example/')
    await expect(main.getByText(`Give an address on ${site}`)).toBeVisible({ timeout: 500 })
  }).toPass()
  await sentAt.fill(`${site}/site/sent`)
  const html = (await main.getByRole('region', { name: 'The form as HTML' }).textContent()) ?? ''
  expect(html).toContain(`name="_sent" value="${site}/site/sent"`)
  await main.getByText('What its fields are').click()
  await expect(main.getByRole('row', { name: /Why that clay\?.*where Which clay\? is answered/ })).toBeVisible()

  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 })
    await page.goto(`${site}/site/own`)
    await page.getByLabel('HTML of a form').fill(html)
    await page.getByRole('button', { name: 'Show it as a page' }).click()
    await page.getByLabel('First name').fill('Ada')
    await page.getByLabel('Email').fill(`${slug}-${width}@studio.example`)
    await page.getByLabel('Why that clay?').fill('It is there.')
    await page.getByRole('radio', { name: 'Stoneware' }).check()
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'It is on its way' })).toBeVisible()
    expect(page.url()).toBe(`${site}/site/sent`)
  }
  await until('both are counted', async () => {
    const { body } = await api<{ sources: { source: string; sent: number }[] }>(facts, 'GET', `/forms/${slug}/readout`)
    return body.sources.some(({ source, sent }) => source === `${new URL(site).host} (own HTML)` && sent === 2)
  })
})

test('what it does not ask is asked on our page, with what came in its boxes', async ({ page }) => {
  const slug = unique('own')
  await sendable(slug)
  await page.goto(`${site}/site/own`)
  await page.getByLabel('HTML of a form').fill(`<form method="post" action="${facts.url}/f/${slug}">
    <label>Name <input name="first_name"></label> <label>Mail <input name="email"></label>
    <input type="hidden" name="clay" value="porcelain"> <button>Off</button></form>`)
  await page.getByRole('button', { name: 'Show it as a page' }).click()
  await page.getByLabel('Name').fill('Ada')
  await page.getByLabel('Mail').fill(`${slug}@studio.example`)
  await page.getByRole('button', { name: 'Off' }).click()
  await expect(page.getByText('This is still missing before it can be sent.')).toBeVisible()
  await expect(page.getByLabel('First name')).toHaveValue('Ada')
  await expect(page.getByRole('radio', { name: 'Porcelain' })).toBeChecked()
  await page.getByLabel('Why that clay?').fill('It rings.')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Ada' })).toBeVisible()
  await until('it is there, as a person’s', async () => {
    const { body } = await api<{ submissions: object[] }>(facts, 'GET', `/submissions?form=${slug}`)
    return body.submissions.length === 1
  })
})

test('what colleagues send at their address counts as a test', async ({ studio, page }) => {
  const slug = unique('own')
  await sendable(slug)
  await studio.goto(`/forms/${slug}/release`)
  const address = (await studio.getByRole('link', { name: /\?test=/ }).textContent()) ?? ''
  await page.goto(`${site}/site/own`)
  await page.getByLabel('HTML of a form').fill(`<form method="post" action="${address}">
    <input name="first_name" value="Ada"> <input name="email" value="${slug}@studio.example"> <button>Off</button></form>`)
  await page.getByRole('button', { name: 'Show it as a page' }).click()
  await page.getByRole('button', { name: 'Off' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Ada' })).toBeVisible()
  await until('it is there, as a test', async () => {
    const { body } = await api<{ submissions: { isTest: boolean }[] }>(
      facts,
      'GET',
      `/submissions?form=${slug}&state=test`,
    )
    return body.submissions.length === 1 && body.submissions[0]?.isTest
  })
})
