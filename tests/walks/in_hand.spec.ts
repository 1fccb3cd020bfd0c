import { addressBook } from '../../scripts/demo_data/address_book'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from '../e2e/house'
import { expect, test, unique } from '../e2e/studio'

test('an old address book is brought in, two are merged, an answer corrected, one import put back, one person erased, and History tells all of it', async ({
  browser,
}) => {
  const slug = unique('hand')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  const history = async (what: string) => {
    await page.goto('/settings/history')
    return page.getByRole('row').filter({ hasText: what })
  }
  const bring = async (name: string, buffer: Buffer) => {
    await page.getByRole('link', { name: 'People', exact: true }).first().click()
    await page.getByRole('link', { name: 'Brought in' }).click()
    await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer })
    await page.getByRole('button', { name: 'Look what would come of it' }).click()
    await page.getByRole('button', { name: /^Bring in/ }).click()
    await expect(page.getByText('brought in', { exact: true })).toBeVisible()
  }

  // Wrong rows are told and left; all others are there, with what they agreed to.
  await page.getByRole('link', { name: 'People', exact: true }).first().click()
  await page.getByRole('link', { name: 'Brought in' }).click()
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'adressbuch.csv', mimeType: 'text/csv', buffer: addressBook() })
  await expect(page.getByLabel('Written in')).toHaveValue('windows-1252')
  await page.getByRole('button', { name: 'Put people on a list…' }).click()
  await page.getByLabel('who').selectOption('those with yes in Rundbrief')
  await page.getByLabel('They agreed to').fill('Ja, schreibt mir.')
  await page.getByLabel('This is from').fill('Cards at the Open kiln day')
  await page.getByRole('button', { name: 'Look what would come of it' }).click()
  const rows = page.getByRole('region', { name: 'What comes of the rows' })
  await expect(rows).toContainText('is no email address')
  await page.getByRole('button', { name: /^Bring in/ }).click()
  await expect(page.getByText('brought in', { exact: true })).toBeVisible()
  const book = page.url()
  const { body: brought } = await api<{ contacts: { email: string }[] }>(reach, 'GET', '/contacts?limit=200')
  expect(brought.contacts.length).toBeGreaterThan(195)

  // Somebody of it writes from another address: the two are one.
  const other = `weiss@${slug}.example`
  const sent = await send(reach, slug, { first_name: 'Jürgn', email: other })
  const { contact } = await applied(reach, sent.body.submission)
  await page.goto(`/people/${contact}`)
  await page.getByRole('button', { name: 'Merge with…' }).click()
  await page.getByPlaceholder('Name or address').fill('juergen.weiss@')
  await page.getByRole('option', { name: /Jürgen/ }).click()
  await page.getByRole('button', { name: /^Merge into/ }).click()
  await expect(page.getByText('also known as')).toBeVisible()

  // What they wrote is corrected, and their record follows.
  await page.goto(`/arrivals/${sent.body.submission}`)
  await page.getByRole('button', { name: 'Correct the answers…' }).click()
  const correcting = page.getByRole('region', { name: 'Correct the answers' })
  await correcting.getByLabel('First name').fill('Jürgen')
  await correcting.getByRole('button', { name: 'Correct them' }).click()
  await expect(page.getByRole('region', { name: 'Corrections' })).toContainText('Jürgn → Jürgen')

  // Another file was the wrong one.
  const wrong = `email,first_name\nwrong@${slug}.example,Wrong\n`
  await bring('wrong.csv', Buffer.from(wrong))
  await page.getByRole('button', { name: 'Put all of it back' }).click()
  await expect(page.getByText('All that it did is put back.')).toBeVisible()
  const { body: found } = await api<{ contacts: object[] }>(reach, 'GET', `/contacts?search=wrong@${slug}`)
  expect(found.contacts).toEqual([])

  // And one of them wants to be forgotten.
  const zoe = brought.contacts.find(({ email }) => email.endsWith('.example') && !email.startsWith('juergen'))
  const address = zoe?.email ?? ''
  await page.goto(`/people?search=${encodeURIComponent(address)}`)
  await page.getByRole('table').getByRole('link').first().click()
  await page.getByRole('button', { name: 'Erase…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Erase for good' })
  await dialog.getByRole('textbox').fill(address)
  await dialog.getByRole('button', { name: 'Erase for good' }).click()
  await page.waitForURL('**/people')

  for (const [what, about] of [
    ['brought people in', 'adressbuch.csv'],
    ['merged', 'Jürg'],
    ['corrected answers', ''],
    ['put back', 'wrong.csv'],
    ['erased a person for good', ''],
  ] as const)
    await expect((await history(what)).filter({ hasText: about }).first()).toBeVisible()
  await expect(page.getByText(address)).toHaveCount(0)
  // The file they were in knows them no more, either.
  await page.goto(book)
  await expect(page.getByText('brought in', { exact: true })).toBeVisible()
  expect(await (await page.request.get(book)).text()).not.toContain(address)
})
