import type { Browser, Page } from '@playwright/test'
import { api } from '../support/api'
import { makeMember, makeToken, makeWorkspace } from '../support/workspace'
import { facts } from './studio'

/** A workspace that no other test changes, with a list and a desk, and Berit who edits there signed in. */
export async function enterHouse(browser: Browser, advice: string): Promise<{ page: Page; reach: typeof facts }> {
  const { id } = await makeWorkspace(facts, false)
  const reach = { ...facts, token: await makeToken(facts, id) }
  await api(reach, 'POST', '/lists', { title: 'Firing notes' })
  await api(reach, 'POST', '/desks', { title: 'Advice line', addresses: [advice] })
  const berit = await makeMember(facts, id, 'editor', 'Berit')
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
