import { api, greetingForm, releasedForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** A form that asks before it keeps where somebody came from, as browsers tell it. */

const sourcesOf = async (form: string) =>
  (await api<{ sources: { source: string }[] }>(facts, 'GET', `/forms/${form}/readout`)).body.sources.map(
    ({ source }) => source,
  )

for (const javaScriptEnabled of [true, false])
  test(`is told once it is ticked, from step to step${javaScriptEnabled ? '' : ', where no script runs'}`, async ({
    browser,
  }) => {
    const slug = unique('from')
    await releasedForm(facts, slug, { ...greetingForm, asksOrigin: true })
    const context = await browser.newContext({
      baseURL: facts.url,
      javaScriptEnabled,
      viewport: { width: 390, height: 844 },
    })
    const page = await context.newPage()
    await page.goto(`/f/${slug}?utm_source=ring`)
    await page.getByLabel('First name').fill('Ilka')
    await until('nothing is kept of it', async () => (await sourcesOf(slug)).join() === 'Kept to themselves')
    await page.getByLabel(/^You may keep where I came from/).check()
    await page.getByRole('button', { name: 'Next' }).click()
    await expect(page.getByLabel(/^You may keep where I came from/)).toBeChecked()
    await page.getByLabel('Email').fill(`${unique('from')}@studio.example`)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you, Ilka' })).toBeVisible()
    await until('it is kept', async () => (await sourcesOf(slug)).join() === 'ring')
  })

test('a specialist has it asked', async ({ studio }) => {
  const slug = unique('asking')
  await releasedForm(facts, slug, greetingForm)
  await studio.goto(`/forms/${slug}/release`)
  await expect(async () => {
    await studio.getByLabel(/^Ask visitors before it is kept/).check()
    await expect(studio.getByText('Asking whether it may be kept where visitors came from').first()).toBeVisible({
      timeout: 2000,
    })
  }).toPass()
})
