import { expect, test } from './studio'

/** Ctrl K finds what there is by name and address; the visitor’s view is seen as anybody. */

test('Ctrl K finds people, companies, arrivals, settings and exports', async ({ studio }) => {
  await studio.goto('/people')
  const first = studio.getByRole('row').nth(1).getByRole('link').first()
  const name = (await first.textContent()) ?? ''
  const place = await first.getAttribute('href')
  const box = studio.getByPlaceholder('A place, a form, a person, a company')
  const found = studio.locator('[cmdk-item]')
  const ask = async (text: string) => {
    await studio.keyboard.press('Control+k')
    await box.fill(text)
  }
  await ask(name)
  await found.filter({ hasText: 'person' }).filter({ hasText: name }).first().click()
  await studio.waitForURL(`**${place}`)

  await studio.goto('/people/companies')
  const company = studio.getByRole('row').nth(1).getByRole('link').first()
  const [called, at] = [(await company.textContent()) ?? '', await company.getAttribute('href')]
  await ask(called)
  await found.filter({ hasText: 'company' }).filter({ hasText: called }).first().click()
  await studio.waitForURL(`**${at}`)

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
  const name = (await row.getByRole('link').first().textContent()) ?? ''
  await studio.goto('/forms/kiln-finder/compose')
  await studio.getByRole('button', { name: 'Seen by' }).click()
  await studio.getByPlaceholder('A name or an address').fill(name)
  await studio.locator('[cmdk-item]').filter({ hasText: name }).first().click()
  await expect(studio.getByRole('button', { name: 'Seen by' })).toContainText(`${name}, by personal link`)
  await studio.getByRole('button', { name: 'Seen by' }).click()
  await studio.getByPlaceholder('A name or an address').fill('nobody at all is called this')
  await expect(studio.getByText('Nobody is called that.')).toBeVisible()
})
