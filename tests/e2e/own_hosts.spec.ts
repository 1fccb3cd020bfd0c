import { releasedForm, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, facts, test, unique } from './studio'

test('forms are opened at a host name of their own, once its zone says whose it is', async ({ browser }) => {
  const slug = unique('hosted')
  const name = `${slug}.localhost`
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`, 'owner')
  await releasedForm(reach, slug, smallForm)
  await page.goto('/settings')
  const names = page.locator('#hosts')
  const box = names.getByLabel('A host name of your own')
  await expect(async () => {
    await box.fill('https://forms')
    await names.getByRole('button', { name: 'Add it' }).click()
    await expect(names.getByRole('alert')).toContainText('Give a host name', { timeout: 1000 })
  }).toPass()
  await box.fill(name)
  await names.getByRole('button', { name: 'Add it' }).click()
  await expect(names.getByText('not shown to be yours yet')).toBeVisible()
  await names.getByRole('button', { name: 'Look for the record' }).click()
  await expect(names.getByRole('alert')).toContainText('There is no such record')

  await page.goto('/bench')
  await page.getByRole('button', { name: `Put the record there for ${name}` }).click()
  await expect(page.getByText('has its record')).toBeVisible()

  await page.goto('/settings')
  const links = names.getByLabel(`Make links with ${name}`)
  await expect(async () => {
    await names.getByRole('button', { name: 'Look for the record' }).click()
    await expect(links).toBeVisible({ timeout: 2000 })
  }).toPass()
  await links.check()
  await expect(names.getByText('links are made with it')).toBeVisible()

  await page.goto(`/forms/${slug}/release`)
  const address = `http://${name}:${new URL(facts.url).port}/f/${slug}`
  await expect(page.getByText(address, { exact: true }).first()).toBeVisible()

  const visitor = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  await expect(async () => {
    await visitor.goto(address)
    await expect(visitor.getByLabel('First name')).toBeVisible({ timeout: 1000 })
  }).toPass()
  await visitor.getByLabel('First name').fill('Bo')
  await visitor.getByRole('button', { name: 'Next' }).click()
  await visitor.getByLabel('Email').fill(`bo@${slug}.example`)
  await visitor.getByRole('button', { name: 'Send' }).click()
  await expect(visitor.getByRole('heading', { name: 'Thank you, Bo' })).toBeVisible()
  expect(visitor.url().startsWith(`http://${name}:`)).toBe(true)
  await visitor.goto(`http://${name}:${new URL(facts.url).port}/settings`)
  await expect(visitor.getByRole('heading', { name: 'There is nothing here' })).toBeVisible()

  await page.goto('/settings')
  await expect(async () => {
    await names.getByRole('button', { name: `Drop ${name}` }).click()
    await expect(names.getByText('Links to it lead nowhere then.')).toBeVisible({ timeout: 1000 })
  }).toPass()
  await names.getByRole('button', { name: 'Drop it' }).click()
  await expect(names.getByText(name)).toHaveCount(0)
})
