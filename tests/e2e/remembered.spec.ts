import { api, applied, greetingForm, releasedForm, send } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** A browser that knows somebody again, from the wish to the word that they are somebody else. */

async function invite(name: string) {
  const slug = unique('again')
  await releasedForm(facts, slug, { ...greetingForm, remembers: true })
  const email = `${unique('known')}@studio.example`
  const sent = await send(facts, slug, { first_name: name, email })
  const { contact } = await applied(facts, sent.body.submission)
  const link = await api<{ url: string }>(facts, 'POST', `/contacts/${contact}/links`, { form: slug })
  return { slug, email, contact, url: link.body.url }
}

for (const javaScriptEnabled of [true, false])
  test(`whoever wishes it is known again, ${javaScriptEnabled ? 'and' : 'where no script runs,'} until they say it is not them`, async ({
    browser,
  }) => {
    const { slug, email, url } = await invite('Ilka')
    const context = await browser.newContext({
      baseURL: facts.url,
      javaScriptEnabled,
      viewport: { width: 390, height: 844 },
    })
    const page = await context.newPage()
    await page.goto(url.replace(/^https?:\/\/[^/]*/, ''))
    await expect(page.getByLabel('First name')).toHaveValue('Ilka')
    await page.getByLabel(/^Remember me in this browser/).check()
    await page.getByRole('button', { name: 'Next' }).click()
    // The wish stays ticked from step to step.
    await expect(page.getByLabel(/^Remember me in this browser/)).toBeChecked()
    await page.getByLabel('Email').fill(email)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you, Ilka' })).toBeVisible()
    await page.goto(`/f/${slug}?utm_source=ring`)
    await expect(page.getByLabel('First name')).toHaveValue('Ilka')
    await expect(page.getByText('This browser remembers you.')).toBeVisible()
    await page.getByRole('button', { name: 'This is not me' }).click()
    await expect(page).toHaveURL(`/f/${slug}?utm_source=ring`)
    await expect(page.getByLabel('First name')).toHaveValue('')
    await expect(page.getByText('This browser remembers you.')).toHaveCount(0)
    await page.goBack()
    await page.reload()
    await expect(page.getByLabel('First name')).toHaveValue('')
  })

test('a person’s page tells the browsers that remember them, and has each forget them', async ({ browser, studio }) => {
  const { slug, email, contact, url } = await invite('Oda')
  const context = await browser.newContext({ baseURL: facts.url })
  const page = await context.newPage()
  await page.goto(url.replace(/^https?:\/\/[^/]*/, ''))
  await page.getByLabel(/^Remember me in this browser/).check()
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel('Email').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Oda' })).toBeVisible()

  await studio.goto(`/people/${contact}`)
  const browsers = studio.locator('section', {
    has: studio.getByRole('heading', { name: 'Browsers that remember them' }),
  })
  await expect(browsers.getByRole('row').filter({ hasText: slug })).toContainText('until')
  await expect(studio.getByText(`Wished to be remembered in a browser, in ${slug}`)).toBeVisible()
  await browsers.getByRole('button', { name: 'Withdraw' }).click()
  await browsers
    .getByRole('button', { name: /Withdraw|Yes|for good/ })
    .first()
    .click()
  await expect(browsers.getByRole('row').filter({ hasText: slug })).toContainText('withdrawn')
  await page.goto(`/f/${slug}`)
  await expect(page.getByLabel('First name')).toHaveValue('')
})

test('a draft is tried as somebody whom the browser remembers', async ({ studio }) => {
  const { slug } = await invite('Wim')
  await studio.goto(`/forms/${slug}/compose`)
  const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await studio.getByRole('button', { name: 'Seen by' }).click()
  await studio.getByPlaceholder('A name or an address').fill('Wim')
  await studio.getByRole('option', { name: /Wim/ }).first().click()
  await expect(view.getByLabel(/^Remember me in this browser/)).toBeVisible()
  await studio.getByLabel('Known by').selectOption('by a browser that remembers them')
  await expect(view.getByText('This browser remembers you.')).toBeVisible()
  await expect(view.getByLabel('First name')).toHaveValue('Wim')
})
