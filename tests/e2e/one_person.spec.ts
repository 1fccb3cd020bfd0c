import { readFileSync } from 'node:fs'
import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, facts, test, unique } from './studio'

test('two contacts that are one person are found, compared, merged, and parted again', async ({ browser }) => {
  const slug = unique('one')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  const [old, now] = [`oda.vik@${slug}.example`, `odavik+kiln@${slug}.example`]
  const arrive = async (values: Record<string, unknown>) =>
    applied(reach, (await send(reach, slug, values)).body.submission)
  await arrive({ first_name: 'Odda', email: old, letter: true })
  const { contact } = await arrive({ first_name: 'Oda', email: now })

  await page.getByRole('link', { name: 'People' }).click()
  await page.getByRole('link', { name: 'Likely doubles' }).click()
  await expect(page.getByText('Nobody is likely there twice')).toBeVisible()
  await page.getByRole('button', { name: 'Look again' }).click()
  await expect(async () => {
    await page.reload()
    await expect(page.getByRole('link', { name: /^Compare/ })).toBeVisible({ timeout: 500 })
  }).toPass()
  await expect(page.getByRole('listitem').filter({ hasText: 'same address but for dots and tags' })).toHaveCount(1)
  await page.getByRole('link', { name: /^Compare/ }).click()
  // The newer value is proposed; the other can be taken, and the other record kept.
  const row = page.getByRole('row').filter({ hasText: 'First name' })
  await expect(row.getByRole('radio', { checked: true })).toHaveAccessibleName(/^Oda/)
  await page.getByRole('radio', { name: new RegExp(now.replace('+', '\\+')) }).check()
  await expect(page.getByRole('button', { name: 'Merge into Oda' })).toBeVisible()
  await expect(page.getByText('1 submission · being on Firing notes.')).toBeVisible()
  await row.getByRole('radio', { name: /^Odda/ }).check()
  await page.getByRole('button', { name: 'Merge into Oda' }).click()
  await page.waitForURL(`**/people/${contact}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Odda')
  await expect(page.getByText(`also known as ${old}`)).toBeVisible()
  const line = page.getByRole('region', { name: 'What happened' })
  await expect(line).toContainText('Berit merged')
  const { body } = await api<{ submissions: object[] }>(reach, 'GET', `/contacts/${contact}`)
  expect(body.submissions).toHaveLength(2)

  // What is sent from the old address is theirs.
  expect((await arrive({ first_name: 'Odda', email: old })).contact).toBe(contact)

  await page.reload()
  await line
    .getByRole('listitem')
    .filter({ hasText: 'Berit merged' })
    .getByRole('button', { name: /^Put back/ })
    .click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Oda')
  await expect(page.getByText('also known as')).toHaveCount(0)
  await page.goto('/people')
  await expect(page.getByRole('row').filter({ hasText: slug })).toHaveCount(2)
  await page.goto('/settings/history')
  await expect(page.getByRole('row').filter({ hasText: 'merged' }).first()).toContainText('Odda into Oda')
})

test('an address that is taken leads to comparing the two', async ({ browser }) => {
  const slug = unique('taken')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  for (const name of ['ada', 'bo'])
    await api(reach, 'POST', '/contacts', { email: `${name}@${slug}.example`, first_name: name })
  await page.goto('/people')
  await page.getByRole('link', { name: 'ada', exact: true }).click()
  await page.getByRole('button', { name: /change Email$/ }).click()
  await page.getByRole('textbox', { name: 'Email' }).fill(`bo@${slug}.example`)
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Compare…' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Merge two people into one')
  await expect(page.getByRole('button', { name: 'Merge into ada' })).toBeVisible()
  await page.goBack()
  await page.getByRole('button', { name: 'Merge with…' }).click()
  await page.getByPlaceholder('Name or address').fill('bo@')
  await page.getByRole('option', { name: /^bo/ }).click()
  await page.waitForURL('**/people/merge?**')
})

test('all that is kept of a person is taken along, and they are erased for good', async ({ browser }) => {
  const slug = unique('erased')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  const email = `oda@${slug}.example`
  const sent = await send(reach, slug, { first_name: 'Oda', email, letter: true, wish: 'A kiln' })
  const { id, contact } = await applied(reach, sent.body.submission)
  await page.goto(`/people/${contact}`)
  // The time line shows what followed, and is narrowed to it.
  const line = page.getByRole('region', { name: 'What happened' })
  await expect(line).toContainText('Mail “Thank you, Oda”')
  await line.getByRole('button', { name: 'Changed' }).click()
  await expect(line.getByText('First name', { exact: true })).toBeVisible()
  await page.getByLabel('Owner', { exact: true }).selectOption('Berit')
  await expect(line).toContainText('Berit by hand')

  const [taken] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'a page to read' }).click(),
  ])
  const copy = await page.context().newPage()
  await copy.setContent(readFileSync(await taken.path(), 'utf8'))
  await expect(copy.getByRole('heading', { level: 1 })).toContainText('keeps of Oda')
  for (const told of [email, 'A kiln', 'Send me Firing notes.', 'Thank you, Oda'])
    await expect(copy.getByText(told).first()).toBeVisible()
  await copy.close()

  await page.getByRole('button', { name: 'Erase…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Erase for good' })
  await expect(dialog).toContainText('the answers of 1 submission')
  const erase = dialog.getByRole('button', { name: 'Erase for good' })
  await dialog.getByRole('textbox').fill('somebody@else.example')
  await expect(erase).toBeDisabled()
  await dialog.getByRole('textbox').fill(email)
  await erase.click()
  await page.waitForURL('**/people')
  await expect(page.getByText('Nobody yet')).toBeVisible()
  await page.goto(`/people/${contact}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Somebody who was erased')
  await page.goto(`/arrivals/${id}`)
  await expect(page.getByText('What is left tells of nobody')).toBeVisible()
  await expect(page.getByText('Oda')).toHaveCount(0)
  await page.goto('/settings/history')
  const told = page.getByRole('row').filter({ hasText: 'erased a person for good' })
  await expect(told).toContainText('1 submission')
  await expect(page.getByText(email)).toHaveCount(0)
})

test('what is kept of an address that nobody here has is erased from where one looks for it', async ({ browser }) => {
  const slug = unique('stray')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  const email = `stray@${slug}.example`
  // Without a token it is kept as spam, and makes nobody.
  const { body } = await send({ url: facts.url }, slug, { first_name: 'Stray', email })
  await page.goto(`/people?search=${email}`)
  await page.getByRole('button', { name: 'Erase what is kept of this address…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Erase for good' })
  await expect(dialog).toContainText('It takes the answers of 1 submission')
  await dialog.getByRole('button', { name: 'Erase for good' }).click()
  await expect(page.getByText('Erased for good', { exact: true })).toBeVisible()
  await page.goto(`/arrivals/${body.submission}`)
  await expect(page.getByText('What is left tells of nobody')).toBeVisible()
})

test('somebody is put on a list by hand with what they agreed to, taken off it, and back on it', async ({
  browser,
}) => {
  const slug = unique('lists')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  const { body } = await api<{ id: string }>(reach, 'POST', '/contacts', { email: `oda@${slug}.example` })
  await page.goto(`/people/${body.id}`)
  const lists = page.getByRole('region', { name: 'Lists' })
  await expect(lists.getByText('On no list.')).toBeVisible()
  await lists.getByRole('button', { name: 'Put on a list…' }).click()
  const dialog = page.getByRole('dialog', { name: 'Put on a list' })
  await dialog.getByLabel(/What they agreed to/).fill('“Send me the letter”, on a card at the fair')
  await dialog.getByRole('button', { name: 'Put on a list' }).click()
  await expect(lists.getByText('on a card at the fair')).toBeVisible()
  await lists.getByRole('button', { name: /^Take off/ }).click()
  await expect(lists.getByText('On no list.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(lists.getByText('on a card at the fair')).toBeVisible()
})
