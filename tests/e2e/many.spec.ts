import { api } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

const NAMES = ['Ada', 'Bo', 'Cy', 'Di', 'Ed']

test('rows are chosen by mouse and keys, and one thing is done to all of them, and undone', async ({ browser }) => {
  const slug = unique('many')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await api(reach, 'POST', '/fields/contact', { label: 'Region', type: 'text' })
  for (const name of NAMES)
    await api(reach, 'POST', '/contacts', { email: `${name.toLowerCase()}@${slug}.example`, first_name: name })
  await page.goto('/people?sort=name')
  const box = (name: string) => page.getByRole('checkbox', { name: `Choose ${name}` })
  const bar = page.getByRole('region', { name: 'What to do with those that are chosen' })
  await expect(bar).toHaveCount(0)
  await box('Ada').click()
  await box('Cy').click({ modifiers: ['Shift'] })
  await expect(bar).toContainText('3 people chosen')
  // One of them not, by the space bar.
  await box('Bo').focus()
  await page.keyboard.press('Space')
  await expect(bar).toContainText('2 people chosen')

  await bar.getByRole('button', { name: 'Set a field…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('To 2 people')
  await expect(dialog).toContainText('Ada')
  await dialog.getByLabel('Field').selectOption('Region')
  await dialog.getByRole('textbox', { name: 'Region' }).fill('North')
  await dialog.getByRole('button', { name: 'Set a field' }).click()
  await expect(page.getByText('Done to 2 people', { exact: true })).toBeVisible()
  await expect(bar).toHaveCount(0)

  // The field is not among the usual columns: it is chosen, put before the others, and stays so.
  await page.getByRole('button', { name: 'Columns…' }).click()
  await page.getByRole('checkbox', { name: 'Region' }).check()
  await page.getByRole('button', { name: 'Further to the front: Region' }).click()
  await page.keyboard.press('Escape')
  await page.reload()
  await expect(page.getByRole('columnheader', { name: 'Region' })).toBeVisible()
  const edge = page.getByRole('separator', { name: 'Width of Region' })
  await edge.focus()
  const before = (await page.getByRole('columnheader', { name: 'Region' }).boundingBox())?.width ?? 0
  for (let n = 0; n < 4; n++) await page.keyboard.press('ArrowRight')
  await expect(edge).toHaveAttribute('aria-valuetext', /pixels/)
  await expect(async () => {
    await page.reload()
    const after = (await page.getByRole('columnheader', { name: 'Region' }).boundingBox())?.width ?? 0
    // Ten pixels a press, of a width that began at a part of one.
    expect(after).toBeGreaterThan(before + 39)
  }).toPass()
  await expect(page.getByRole('row').filter({ hasText: 'North' })).toHaveCount(2)

  // All that fit, and all of it back by one press.
  await page.getByRole('checkbox', { name: 'All people that show' }).click()
  await bar.getByRole('button', { name: 'Choose all that fit' }).click()
  await expect(bar).toContainText('All that fit')
  await bar.getByRole('button', { name: 'Give an owner…' }).click()
  await expect(dialog).toContainText('To 5 people')
  await dialog.getByLabel('Owner').selectOption('Berit')
  await dialog.getByRole('button', { name: 'Give an owner' }).click()
  await expect(page.getByRole('cell', { name: 'Berit' })).toHaveCount(5)
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(page.getByRole('cell', { name: 'Berit' })).toHaveCount(0)

  await page.goto('/settings/history')
  const told = page.getByRole('row').filter({ hasText: 'did something to many at once' })
  await expect(told.filter({ hasText: '2 records: Region is North' })).toBeVisible()
  await expect(told.filter({ hasText: '5 records: owned by Berit' })).toContainText('put back')
  // What still stands is put back from there.
  await told.getByRole('link', { name: '2 records: Region is North' }).click()
  await page.getByRole('button', { name: 'Put all of it back' }).click()
  await expect(page.getByText('put back', { exact: true })).toBeVisible()
})

test('a segment is said, counted while it is said, and narrows people; dropped, it comes back by one press', async ({
  browser,
}) => {
  const slug = unique('segment')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  for (const name of NAMES)
    await api(reach, 'POST', '/contacts', { email: `${name.toLowerCase()}@${slug}.example`, first_name: name })
  await page.goto('/people')
  await page.getByRole('link', { name: 'Segments' }).click()
  await expect(page.getByText('No segments yet')).toBeVisible()
  await page.getByRole('link', { name: 'New segment' }).click()
  const keep = page.getByRole('button', { name: 'Keep the segment' })
  await page.getByLabel('Called').fill('Neither Ada nor Bo')
  await expect(keep).toBeDisabled()
  await page.getByRole('button', { name: 'Add a test' }).click()
  const now = page.getByRole('region', { name: 'People in it now' })
  await page.getByLabel('Value').selectOption('First name')
  await page.getByLabel('Must be').selectOption('is')
  await page.getByLabel('Text').fill('ada')
  await page.getByLabel('Text').press('Tab')
  await expect(now).toContainText('1 person now')
  await page.getByRole('button', { name: 'Add a test' }).click()
  await page.getByLabel('Value').nth(1).selectOption('First name')
  await page.getByLabel('Must be').nth(1).selectOption('is')
  await page.getByLabel('Text').nth(1).fill('Bo')
  await page.getByLabel('Text').nth(1).press('Tab')
  await expect(now).toContainText('0 people now')
  await page.getByLabel('How the tests are joined').selectOption('none of these holds')
  await expect(now).toContainText('3 people now')
  await keep.click()
  await page.waitForURL('**/people/segments/neither_ada_nor_bo')

  await page.getByRole('link', { name: 'See them in People' }).click()
  await expect(page.getByRole('row').filter({ hasText: slug })).toHaveCount(3)
  await page.getByLabel('Which segment').selectOption('Everybody')
  await expect(page.getByRole('row').filter({ hasText: slug })).toHaveCount(5)
  await page.getByRole('link', { name: 'Segments' }).click()
  const row = page.getByRole('row').filter({ hasText: 'Neither Ada nor Bo' })
  await expect(row).toContainText('not (First name is ada or First name is Bo)')
  await expect(row.getByRole('link', { name: '3', exact: true })).toBeVisible()
  await row.getByRole('link', { name: 'Neither Ada nor Bo' }).click()
  await page.getByRole('button', { name: 'Drop it' }).click()
  await page.waitForURL('**/people/segments')
  await expect(page.getByText('No segments yet')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row).toBeVisible()
})
