import { readFile } from 'node:fs/promises'
import { parse } from 'csv-parse/sync'
import { applied, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

test('submissions are taken along with the columns that are chosen, as people read them, and the next time as well', async ({
  browser,
}) => {
  const slug = unique('export')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  const sent = await send(reach, slug, { first_name: 'Ada', email: `ada@${slug}.example` })
  await applied(reach, sent.body.submission)

  await page.goto(`/arrivals?form=${slug}`)
  await page.getByRole('button', { name: 'Choose…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Take along' })
  await dialog.getByLabel('as people read them').check()
  await dialog.getByRole('button', { name: 'None' }).click()
  await expect(dialog.getByText('Choose at least one column.')).toBeVisible()
  await dialog.getByLabel('First name').check()
  await dialog.getByLabel('Contact').check()
  const take = async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('link', { name: 'CSV' }).click(),
    ])
    return parse(await readFile(await download.path()), { record_delimiter: '\r\n' }) as string[][]
  }
  expect(await take()).toEqual([
    ['Contact', 'First name'],
    [`ada@${slug}.example`, 'Ada'],
  ])
  await page.reload()
  await page.getByRole('button', { name: 'Choose…' }).click()
  await expect(dialog.getByText('2 of')).toBeVisible()
  await dialog.getByLabel('each answer, one below the other').check()
  expect(await take()).toEqual([
    ['Contact', 'Value', 'Answer'],
    [`ada@${slug}.example`, 'First name', 'Ada'],
  ])
})
