import { api, releasedForm, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, facts, test, unique } from './studio'

for (const script of [true, false])
  test(`a colleague tries a form at its address for that, ${script ? 'with' : 'without'} a script, and it counts nowhere`, async ({
    browser,
  }) => {
    const slug = unique('try')
    const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
    await releasedForm(reach, slug, smallForm)
    await page.goto(`/forms/${slug}/release`)
    const way = page.getByRole('row').filter({ hasText: 'For colleagues, to try it' })
    const address = await way.getByRole('link').getAttribute('href')
    if (!address) throw new Error('There is no address to try it at')
    const context = await browser.newContext({ baseURL: facts.url, javaScriptEnabled: script })
    const visitor = await context.newPage()
    await visitor.goto(address)
    await expect(visitor.getByText('A test: what is sent from here')).toBeVisible()
    await visitor.getByLabel('First name').fill('Ada')
    await visitor.getByRole('button', { name: 'Next' }).click()
    await visitor.getByLabel('Email').fill(`ada@${slug}.example`)
    await visitor.getByRole('button', { name: 'Send' }).click()
    await expect(visitor.locator('[data-form]')).toHaveCount(0)
    // The same browser at the form's own address is a visitor like any other.
    await visitor.goto(`/f/${slug}`)
    await expect(visitor.getByText('A test: what is sent from here')).toHaveCount(0)

    await page.goto('/arrivals?state=test')
    const row = page.getByRole('row').filter({ hasText: `ada@${slug}.example` })
    await expect(async () => {
      await page.reload()
      await expect(row.getByText('Test', { exact: true })).toBeVisible()
    }).toPass()
    await row.getByRole('link').first().click()
    await expect(page.getByText('A colleague sent it to try the form')).toBeVisible()
    const { body } = await api<{ sent: number }>(reach, 'GET', `/forms/${slug}/readout`)
    expect(body.sent).toBe(0)
  })

test('what is filled in in the visitor’s view is sent as a test', async ({ browser }) => {
  const slug = unique('try')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  await page.goto(`/forms/${slug}/compose`)
  const view = page.frameLocator('iframe[title="The form as visitors see it"]')
  await view.getByLabel('First name').fill('Ada')
  await expect(page.getByRole('region', { name: 'If sent now' })).toContainText('needs another look')
  await page.getByRole('button', { name: 'Send as a test' }).click()
  await expect(page.getByText('Not sent. “Email”: ').first()).toBeVisible()
  // The view is drawn smaller than it is: keys reach it where a pointer would miss.
  await view.getByRole('button', { name: 'Next' }).press('Enter')
  await view.getByLabel('Email').fill(`ada@${slug}.example`)
  await view.getByLabel('Email').press('Tab')
  await expect(page.getByRole('region', { name: 'If sent now' })).toContainText(`ada@${slug}.example`)
  await page.getByRole('button', { name: 'Send as a test' }).click()
  await page.getByRole('button', { name: 'See it' }).click()
  await page.waitForURL('**/arrivals/*')
  await expect(page.getByText('A colleague sent it to try the form')).toBeVisible()
})
