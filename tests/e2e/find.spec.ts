import type { Locator } from '@playwright/test'
import { expect, test } from './studio'

/** Ctrl K finds what there is by name and address; the visitor’s view is seen as anybody. */

/** A row's name, its address, and where it leads: other tests make people and companies, of names like these. */
const tellRow = async (row: Locator) => {
  const link = row.getByRole('link').first()
  return { name: (await link.textContent()) ?? '', place: (await link.getAttribute('href')) ?? '' }
}
const addressIn = async (row: Locator) =>
  (await row.getByRole('cell').filter({ hasText: '@' }).first().textContent()) ?? ''

test('Ctrl K finds people, companies, arrivals, settings and exports', async ({ studio }) => {
  await studio.goto('/people')
  const first = studio.getByRole('row').nth(1)
  const { name, place } = await tellRow(first)
  const address = await addressIn(first)
  const box = studio.getByPlaceholder('A place, a form, a person, a company')
  const found = studio.locator('[cmdk-item]')
  const ask = async (text: string) => {
    await studio.keyboard.press('Control+k')
    await box.fill(text)
  }
  const leadingTo = (path: string) => studio.locator(`[cmdk-item][data-value^="${path} "]`)
  await ask(name)
  await expect(found.filter({ hasText: 'person' }).filter({ hasText: name }).first()).toBeVisible()
  await box.fill(address)
  await leadingTo(place).click()
  await studio.waitForURL(`**${place}`)

  await studio.goto('/people/companies')
  const company = await tellRow(studio.getByRole('row').nth(1))
  await ask(company.name)
  await expect(leadingTo(company.place)).toContainText(company.name)
  await expect(leadingTo(company.place)).toContainText('company')
  await leadingTo(company.place).click()
  await studio.waitForURL(`**${company.place}`)

  await studio.goto('/arrivals')
  const who = studio
    .locator('a[href^="/arrivals/"]')
    .filter({ hasNotText: /nobody matched|\d:\d/ })
    .first()
  const arrival = (await who.textContent()) ?? ''
  await ask(arrival)
  await expect(found.filter({ hasText: 'arrival' }).first()).toBeVisible()
  await box.fill('time zone')
  await studio.keyboard.press('Enter')
  await studio.waitForURL('**/settings#time-zone')

  await ask('export people')
  const download = studio.waitForEvent('download')
  await found.filter({ hasText: 'Export people as CSV' }).click()
  expect((await download).suggestedFilename()).toMatch(/\.csv$/)
})

test('the visitor’s view is seen by any contact, found by typing', async ({ studio }) => {
  await studio.goto('/people')
  const row = studio.getByRole('row').nth(40)
  const { name, place } = await tellRow(row)
  const address = await addressIn(row)
  await studio.goto('/forms/kiln-finder/compose')
  await studio.getByRole('button', { name: 'Seen by' }).click()
  await studio.getByPlaceholder('A name or an address').fill(name)
  await expect(studio.locator('[cmdk-item]').filter({ hasText: name }).first()).toBeVisible()
  await studio.getByPlaceholder('A name or an address').fill(address)
  await studio.locator(`[cmdk-item][data-value="${place.split('/').at(-1)}"]`).click()
  await expect(studio.getByRole('button', { name: 'Seen by' })).toContainText(`${name}, by personal link`)
  await studio.getByRole('button', { name: 'Seen by' }).click()
  await studio.getByPlaceholder('A name or an address').fill('nobody at all is called this')
  await expect(studio.getByText('Nobody is called that.')).toBeVisible()
})
