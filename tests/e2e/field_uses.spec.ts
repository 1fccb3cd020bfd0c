import { api, greetingForm, releasedForm, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

test('Records tells what every form writes into a field, what reads it, and what nothing uses', async ({ browser }) => {
  const slug = unique('uses')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, { ...smallForm, title: 'Asks' })
  const other = unique('uses')
  await releasedForm(reach, other, { ...greetingForm, title: 'Greets' })
  await api(reach, 'PUT', `/forms/${other}`, { name: 'The one that greets' })
  await api(reach, 'POST', '/fields/contact', { label: 'Shoe size', type: 'number' })
  await api(reach, 'POST', '/segments', {
    title: 'Called Ilka',
    condition: { value: 'contact.first_name', is: 'equals', to: 'Ilka' },
  })
  await page.goto(`/forms/${slug}/records`)
  await page.getByRole('button', { name: 'Look what else uses these fields' }).click()
  const across = page.getByRole('region', { name: 'Over all forms' })
  const row = across.getByRole('row').filter({ hasText: 'First name' })
  await expect(row.getByRole('cell').nth(1)).toContainText('here: First name')
  await expect(row.getByRole('cell').nth(1)).toContainText('The one that greets: First name')
  await expect(row.getByRole('cell').nth(2)).toContainText('The one that greets: First name')
  await expect(row.getByRole('cell').nth(2)).toContainText('segment Called Ilka')
  await expect(across).not.toContainText('Shoe size')
  await across.getByLabel('Which fields').selectOption('Fields that nothing uses')
  await expect(across.getByRole('row').filter({ hasText: 'Shoe size' })).toBeVisible()
  await expect(across).not.toContainText('First name')
  await across.getByLabel('Which fields').selectOption('Fields that anything uses')
  await expect(across.getByRole('row').filter({ hasText: 'First name' })).toBeVisible()
})
