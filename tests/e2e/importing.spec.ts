import { parse } from 'csv-parse/sync'
import iconv from 'iconv-lite'
import { readFileSync } from 'node:fs'
import { api } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

test('an old address book is brought in, looked at before, and put back whole', async ({ browser }) => {
  const slug = unique('book')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await api(reach, 'POST', '/contacts', { email: `ida@${slug}.example`, first_name: 'Ida' })
  const book = [
    'Vorname;Nachname;E-Mail;Firma;Rundbrief;Größe',
    `Jürgen;Weiß;juergen@lehm-${slug}.example;Lehmhof ${slug};ja;3`,
    `Ida;Holm;ida@${slug}.example;;nein;5`,
    `Åsa;Ström;asa bei ström;;ja;`,
    `Jürgen;Weiss;JUERGEN@lehm-${slug}.example;;ja;groß`,
  ].join('\r\n')

  await page.goto('/people')
  await page.getByRole('link', { name: 'Brought in' }).click()
  await page.locator('input[type=file]').setInputFiles({
    name: 'adressbuch.csv',
    mimeType: 'text/csv',
    buffer: iconv.encode(book, 'windows-1252'),
  })
  // Its encoding, its separator and most of its columns are guessed.
  await expect(page.getByLabel('Written in')).toHaveValue('windows-1252')
  await expect(page.getByLabel('Where Vorname goes')).toHaveValue('contact.first_name')
  await expect(page.getByLabel('Where E-Mail goes')).toHaveValue('contact.email')
  await expect(page.getByLabel('Where Firma goes')).toHaveValue('company.name')
  await page.getByLabel('Where Größe goes').selectOption('Contact · a new field')
  await page.getByLabel('What the new field for Größe holds').selectOption('number')
  await page.getByRole('button', { name: 'Put people on a list…' }).click()
  await page.getByLabel('who').selectOption('those with yes in Rundbrief')
  await page.getByRole('button', { name: 'Look what would come of it' }).click()
  await expect(page.getByText('Write what they agreed to').first()).toBeVisible()
  await page.getByLabel('They agreed to').fill('Please write to me once a month.')
  await page.getByLabel('This is from').fill('Cards at the Open kiln day')
  await page.getByRole('button', { name: 'Look what would come of it' }).click()

  const rows = page.getByRole('region', { name: 'What comes of the rows' })
  await expect(rows).toContainText('1 new')
  await expect(rows.getByRole('listitem').filter({ hasText: 'row 2' })).toContainText('First name Jürgen')
  await expect(rows).toContainText('1 changed')
  await expect(rows.getByRole('listitem').filter({ hasText: 'row 4' })).toContainText('is no email address')
  await expect(rows.getByRole('listitem').filter({ hasText: 'row 5' })).toContainText('“groß” is no number')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CSV', exact: true }).click(),
  ])
  expect(parse(readFileSync(await file.path(), 'utf8'))).toEqual([
    ['row', 'left out since', 'Vorname', 'Nachname', 'E-Mail', 'Firma', 'Rundbrief', 'Größe'],
    ['4', 'E-Mail is no email address', 'Åsa', 'Ström', 'asa bei ström', '', 'ja', ''],
    ['5', 'Größe is no number', 'Jürgen', 'Weiss', `JUERGEN@lehm-${slug}.example`, '', 'ja', 'groß'],
  ])
  const { body: before } = await api<{ contacts: object[] }>(reach, 'GET', '/contacts')
  expect(before.contacts).toHaveLength(1)

  await page.getByRole('button', { name: 'Bring in 2 rows' }).click()
  await expect(page.getByText('brought in', { exact: true })).toBeVisible()
  const { body: after } = await api<{ contacts: { id: string; email: string; values: object; lists: object[] }[] }>(
    reach,
    'GET',
    '/contacts',
  )
  expect(after.contacts.find(({ email }) => email.startsWith('juergen'))).toMatchObject({
    values: { first_name: 'Jürgen', last_name: 'Weiß', grosse: 3 },
    lists: [{ name: 'firing_notes' }],
  })
  await page.goto(`/people/${after.contacts.find(({ email }) => email.startsWith('ida'))?.id}`)
  const line = page.getByRole('region', { name: 'What happened' })
  await expect(line).toContainText('Berit by an import')
  await line.getByRole('link', { name: 'the import' }).click()
  await page.getByRole('button', { name: 'Put all of it back' }).click()
  await expect(page.getByText('All that it did is put back.')).toBeVisible()
  const { body: back } = await api<{ contacts: { values: object }[] }>(reach, 'GET', '/contacts')
  expect(back.contacts).toHaveLength(1)
  await page.goto('/settings/history')
  await expect(page.getByRole('row').filter({ hasText: 'brought people in' })).toContainText('adressbuch.csv')
})

test('what is no file of people is said to be none, and thrown away', async ({ browser }) => {
  const { page } = await enterHouse(browser, 'advice@none.example')
  await page.goto('/people/imports')
  await page.locator('input[type=file]').setInputFiles({
    name: 'broken.xlsx',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from('PK\u0003\u0004 this is no sheet'),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read' })).toBeVisible()
  await page.getByRole('button', { name: 'Throw the file away' }).click()
  await page.waitForURL('**/people/imports')
  await expect(page.getByText('broken.xlsx')).toHaveCount(0)
})
