import type { Browser, Page } from '@playwright/test'
import { makeFurnished } from '../support/workshop'
import { makeMember } from '../support/workspace'
import { facts } from './studio'

/** A workspace that no other test changes, with a list and a desk, and Berit who edits there signed in. */
export async function enterHouse(browser: Browser, advice: string): Promise<{ page: Page; reach: typeof facts }> {
  const { workspace, reach } = await makeFurnished(facts, advice)
  const berit = await makeMember(facts, workspace, 'editor', 'Berit')
  const page = await (
    await browser.newContext({ baseURL: facts.url, viewport: { width: 1280, height: 800 } })
  ).newPage()
  await page.goto('/sign-in')
  await page.getByLabel('Email').fill(berit.email)
  await page.getByLabel('Password').fill(berit.password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.waitForURL('**/forms')
  return { page, reach }
}
