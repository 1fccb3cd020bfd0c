import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

const NAMES = ['Ada', 'Bo', 'Cy']

test('submissions go into the bin with what they did, come back, and are removed for good from there', async ({
  browser,
}) => {
  const slug = unique('bin')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  for (const name of NAMES) {
    const email = `${name.toLowerCase()}@${slug}.example`
    const { body } = await send(reach, slug, { first_name: name, email, letter: false })
    await applied(reach, body.submission)
  }
  await page.goto('/arrivals')
  const row = (name: string) => page.getByRole('row').filter({ hasText: `${name.toLowerCase()}@${slug}.example` })
  const bar = page.getByRole('region', { name: 'What to do with those that are chosen' })
  const dialog = page.getByRole('dialog')
  for (const name of ['Ada', 'Bo']) await row(name).getByRole('checkbox').click()
  await expect(bar).toContainText('2 submissions chosen')
  await bar.getByRole('button', { name: 'Bin…' }).click()
  await dialog.getByRole('button', { name: 'Put into the bin' }).click()
  await expect(row('Ada')).toHaveCount(0)
  await expect(row('Cy')).toHaveCount(1)
  await expect(bar).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row('Ada')).toHaveCount(1)
  await expect(row('Bo')).toHaveCount(1)

  // From its own page, with what it did: the person is no longer known.
  await row('Ada').getByRole('link').first().click()
  await page.getByRole('textbox', { name: 'A new note' }).fill('A test of the kiln, said on the telephone')
  await page.getByRole('button', { name: 'Add the note' }).click()
  const notes = page.getByRole('region', { name: 'Notes' })
  await expect(notes.getByRole('listitem')).toContainText('A test of the kiln')
  await page.getByRole('button', { name: 'Bin…' }).click()
  await dialog.getByRole('checkbox').check()
  await dialog.getByRole('button', { name: 'Put into the bin' }).click()
  await expect(page.getByRole('button', { name: 'Restore' })).toBeVisible()
  await page.goto(`/people?search=${slug}`)
  await expect(page.getByRole('row').filter({ hasText: slug })).toHaveCount(2)

  // A word of its note finds it, in the bin only.
  await page.goto('/arrivals?search=telephone')
  await expect(row('Ada')).toHaveCount(0)
  await page.getByLabel('State').selectOption('In the bin')
  await expect(row('Ada')).toHaveCount(1)
  await row('Ada').getByRole('checkbox').click()
  await bar.getByRole('button', { name: 'Remove: 1 submission' }).click()
  await bar.getByRole('button', { name: 'Remove for good' }).click()
  await expect(row('Ada')).toHaveCount(0)
  const { body } = await api<{ submissions: object[] }>(reach, 'GET', '/submissions?limit=200&state=binned')
  expect(body.submissions).toEqual([])
  await page.goto('/settings/history')
  await expect(page.getByRole('row').filter({ hasText: 'bin' })).not.toHaveCount(0)
})
