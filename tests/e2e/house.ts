import type { Browser, Page } from '@playwright/test'
import type { Role } from '@/core/rights/role'
import { makeFurnished } from '../support/workshop'
import { makeMember } from '../support/workspace'
import { facts } from './studio'

/** A workspace that no other test changes, with a list and a desk, and Berit who edits there, or owns it, signed in. */
export async function enterHouse(
  browser: Browser,
  advice: string,
  role: Role = 'editor',
): Promise<{ page: Page; reach: typeof facts }> {
  const { workspace, reach } = await makeFurnished(facts, advice)
  const berit = await makeMember(facts, workspace, role, 'Berit')
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
