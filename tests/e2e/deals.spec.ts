import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

test('deals are moved a stage where they stand, by keys, and their sums follow', async ({ browser }) => {
  const slug = unique('deals')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await api(reach, 'POST', '/fields/deal', { label: 'Worth', type: 'money' })
  await releasedForm(reach, slug, { ...smallForm, records: { deal: { title: 'Kiln for {{ first_name }}' } } })
  for (const name of ['Ada', 'Bo']) {
    const { body } = await send(reach, slug, { first_name: name, email: `${name}@${slug}.example` })
    await applied(reach, body.submission)
  }
  const { body } = await api<{ records: { id: string; name: string }[] }>(reach, 'GET', '/deals')
  for (const { id } of body.records) await api(reach, 'PUT', `/records/${id}`, { values: { worth: 2500 } })

  await page.goto('/people')
  await page.getByRole('link', { name: 'Deals' }).click()
  const stages = page.getByRole('group', { name: 'By stage' })
  await expect(stages.getByRole('button', { name: /^All/ })).toContainText('2Worth 5 000')
  await page.getByLabel('Stage of Kiln for Ada').focus()
  await page.keyboard.press('ArrowDown')
  await expect(stages.getByRole('button', { name: /^Won/ })).toContainText('1Worth 2 500')
  await stages.getByRole('button', { name: /^Won/ }).click()
  await expect(page.getByRole('row')).toHaveCount(2)
  await expect(page.getByRole('row').nth(1)).toContainText('Kiln for Ada')
  // It can be taken back, and the page of the deal tells it.
  await page.getByRole('link', { name: 'Kiln for Ada' }).click()
  const line = page.getByRole('region', { name: 'What happened' })
  await expect(line).toContainText('New → Won')
  await line.getByRole('button', { name: 'Put back: all that was done by Berit' }).click()
  await expect(line).toContainText('Won → New')
  await page.goto('/people/deals?at=won')
  await expect(page.getByText('None fits')).toBeVisible()
})
