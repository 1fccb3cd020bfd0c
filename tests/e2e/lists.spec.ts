import type { Route } from '@playwright/test'
import { untilStill } from '../support/still'
import { expect, test } from './studio'

/** Lists sorted by their heads, narrowed by typing, with the state in the address; times in the workspace's zone. */

test('a list is sorted by its heads, either way, and the address keeps it', async ({ studio }) => {
  await studio.goto('/people/companies')
  const names = () => studio.locator('tbody td:nth-child(2)').allInnerTexts()
  await studio.getByRole('button', { name: 'Name', exact: true }).click()
  await expect(studio).toHaveURL(/sort=name$/)
  await expect(studio.getByRole('columnheader', { name: 'Name' })).toHaveAttribute('aria-sort', 'ascending')
  await expect(async () => expect((await names())[0]).toMatch(/^Alder/)).toPass()
  const sorted = await names()
  expect(sorted).toEqual([...sorted].sort(new Intl.Collator('und').compare))
  await studio.getByRole('button', { name: 'Name', exact: true }).press('Enter')
  await expect(studio).toHaveURL(/sort=-name$/)
  await expect(async () => expect((await names())[0]).not.toMatch(/^Alder/)).toPass()
  await studio.getByLabel('Narrow by name or domain').fill('alder studio')
  await expect(studio).toHaveURL(/sort=-name&search=alder\+studio/)
  await expect(async () => expect(await names()).toEqual(['Alder Studio'])).toPass()
  await studio.reload()
  await expect(studio.getByLabel('Narrow by name or domain')).toHaveValue('alder studio')
  await expect(async () => expect(await names()).toEqual(['Alder Studio'])).toPass()
})

test('scrolling a sorted list brings every row, once', async ({ studio }) => {
  await studio.goto('/people?sort=email')
  const emails = () => studio.locator('tbody td:nth-child(3)').allInnerTexts()
  await expect(async () => {
    await studio.mouse.wheel(0, 20_000)
    expect((await emails()).length).toBeGreaterThan(150)
  }).toPass()
  const seen = await emails()
  expect(new Set(seen).size).toBe(seen.length)
  expect(seen).toEqual([...seen].sort(new Intl.Collator('und').compare))
})

test('times are told in the workspace’s zone, and in UTC where one points', async ({ studio }) => {
  await studio.goto('/arrivals')
  await expect(studio.getByRole('columnheader', { name: 'When, Stockholm time' })).toBeVisible()
  const time = studio.locator('tbody time').first()
  const at = new Date((await time.getAttribute('datetime')) ?? '')
  const told = (timeZone: string) =>
    new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(at)
  await expect(time).toContainText(told('Europe/Stockholm'))
  await expect(time).toHaveAttribute('title', new RegExp(`${told('UTC')} UTC$`))
})

test('a list asks for none of the pages its rows lead to before somebody goes there', async ({ studio }) => {
  const asked: string[] = []
  studio.on('request', (request) => {
    if ('rsc' in request.headers()) asked.push(new URL(request.url()).pathname)
  })
  await studio.goto('/people')
  await untilStill(studio)
  await studio.locator('tbody a').first().click()
  await expect(studio).toHaveURL(/\/people\/[0-9a-f-]{36}$/)
  expect(asked).toEqual([new URL(studio.url()).pathname])
})

test('a list that takes long says so, and can be stopped where it stands', async ({ studio }) => {
  await studio.goto('/people')
  await untilStill(studio)
  const first = await studio.locator('tbody tr').count()
  // Nothing comes, neither what is scrolled to nor what is sorted otherwise, until somebody has stopped it.
  let held = true
  const hold = async (route: Route) => (held ? undefined : route.continue())
  await studio.route('**/lists/people?*', hold)
  await studio.locator('tbody tr').last().scrollIntoViewIfNeeded()
  await expect(studio.getByText('Fetching more takes long.')).toBeVisible()
  await studio.getByRole('button', { name: 'Stop' }).click()
  held = false
  await expect(studio.locator('tbody tr')).toHaveCount(first)
  await studio.getByRole('button', { name: 'Fetch more' }).click()
  await expect(studio.locator('tbody tr').nth(first)).toBeVisible()

  held = true
  await studio.route('**/people?*_rsc=*', hold)
  await studio.getByRole('button', { name: 'Name', exact: true }).click()
  await expect(studio.getByText('Reading this list takes long.')).toBeVisible()
  held = false
  await studio.getByRole('button', { name: 'Stop, and leave it as it was' }).click()
  await expect(studio).toHaveURL(/\/people$/)
  await expect(studio.getByText('Reading this list takes long.')).toBeHidden()
  await expect(studio.getByRole('columnheader', { name: 'Name' })).not.toHaveAttribute('aria-sort', /./)
  await studio.getByRole('button', { name: 'Name', exact: true }).click()
  await expect(studio).toHaveURL(/sort=name$/)
})

test('what is opened from a list has its neighbours there, by key as well, past what was read, and leads back to it', async ({
  studio,
}) => {
  await studio.goto('/people?sort=email')
  const links = studio.locator('tbody td:nth-child(2) a')
  const rows = await links.evaluateAll((all) => all.map((one) => one.getAttribute('href') ?? ''))
  const at = (n: number) => expect(studio).toHaveURL(new RegExp(`${rows[n]}$`))
  const neighbours = studio.getByRole('group', { name: 'Neighbours in the list' })
  await links.nth(1).click()
  await at(1)
  await expect(neighbours).toContainText(`2 of ${rows.length} and more`)
  await studio.keyboard.press('Alt+j')
  await at(2)
  await neighbours.getByRole('link', { name: 'The one before' }).click()
  await at(1)
  await studio.keyboard.press('Alt+k')
  await at(0)
  await expect(neighbours.getByRole('link')).toHaveCount(1)
  await studio.reload()
  await expect(neighbours).toContainText('1 of')
  // Nothing leads away from whoever is writing.
  await studio.getByLabel('A new note').press('Alt+j')
  await at(0)
  await studio.getByRole('link', { name: 'People', exact: true }).last().click()
  await expect(studio).toHaveURL(/\/people\?sort=email$/)
  await untilStill(studio)
  await links.nth(rows.length - 1).click()
  await at(rows.length - 1)
  await neighbours.getByRole('link', { name: 'The one after' }).click()
  await expect(neighbours).toContainText(new RegExp(`^\\W*${rows.length + 1} of`))
  expect(rows.some((one) => studio.url().endsWith(one))).toBe(false)
  // Come to otherwise, it is of no list.
  await studio.goto('/people?sort=-email')
  await links.first().click()
  await expect(neighbours).toContainText('1 of')
  await studio.goto(rows[0] ?? '')
  await expect(studio.getByRole('heading', { name: 'What is stored' })).toBeVisible()
  await expect(neighbours).toHaveCount(0)
})
