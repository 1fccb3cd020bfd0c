import { addressIn, runOwner } from '../support/owner'
import { expect, facts, test, unique } from './studio'

/** A fresh start: the first owner opens a workspace, and has a released form minutes later. */
test('an owner opens a workspace by an address that works once, and releases the first form', async ({ page }) => {
  const firm = unique('firm')
  const email = `una@${firm}.example`
  await page.goto(addressIn(await runOwner(facts, email)))
  await page.getByLabel('Workspace').fill(firm)
  await page.getByLabel('Your name').fill('Una')
  await expect(page.getByLabel('Your email')).toHaveValue(email)
  await expect(page.getByLabel('Mail comes from')).toHaveValue(`${firm}.example`)
  await expect(page.getByLabel('The desk’s address')).toHaveValue(email)
  await page.getByLabel('Password').fill('kiln-and-clay-1')
  await page.getByLabel('Mail comes from').fill('no domain')
  await page.getByRole('button', { name: 'Open it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Give a domain' })).toBeVisible()
  await page.getByLabel('Mail comes from').fill(`${firm}.example`)
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.waitForURL('**/forms/begin')
  await page.getByLabel('Name', { exact: true }).fill(`First of ${firm}`)
  await page.getByRole('button', { name: 'Begin blank' }).click()
  await page.waitForURL('**/compose')
  await page.getByRole('link', { name: 'Release' }).click()
  await page.getByRole('button', { name: 'Make release 1 live' }).click()
  await expect(page.getByText('release 1 live')).toBeVisible()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')

  await page.getByRole('link', { name: 'Forgotten the password' }).click()
  await expect(page.getByRole('heading', { name: 'A new password' })).toBeVisible()
  await page.getByLabel('Email').fill(email)
  await page.getByRole('button', { name: 'Mail me a way in' }).click()
  await expect(page.getByRole('status')).toContainText('a mail is on its way')
})
