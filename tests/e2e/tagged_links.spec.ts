import { api, askClay, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

test('a link is made by the house rules, copied, kept and dropped', async ({ studio }) => {
  const slug = unique('tagged')
  await releasedForm(facts, slug, formAsking([askFirstName, askEmail]))
  await studio.goto(`/forms/${slug}/release`)
  const main = studio.getByRole('main')
  const source = main.getByLabel('Source', { exact: true })
  await expect(async () => {
    await source.fill('')
    await source.fill('Autumn leter')
    await expect(main.getByText('“autumn-leter” is no source of yours.')).toBeVisible({ timeout: 1000 })
  }).toPass()
  await expect(main.getByRole('button', { name: 'Keep this link' })).toBeDisabled()
  await main.getByRole('button', { name: 'Take “autumn-letter”' }).click()
  await main.getByLabel('Medium', { exact: true }).fill('email')
  await main.getByRole('button', { name: 'Keep this link' }).click()
  await expect(main.getByRole('button', { name: 'It is kept' })).toBeVisible()
  const row = main.getByRole('row', { name: /^autumn-letter · email/ })
  await expect(row).toContainText('nobody yet')
  await row.getByRole('button', { name: 'Drop autumn-letter · email' }).click()
  await expect(row).toHaveCount(0)
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect(row).toBeVisible()
})

test('tags are planned by hand and from a table, which says what is none', async ({ browser }) => {
  const { email, password } = facts
  const context = await browser.newContext({ baseURL: facts.url })
  await context.request.post(`${facts.url}/api/auth/sign-in/email`, { data: { email, password } })
  const page = await context.newPage()
  const { body: before } = await api<Record<string, string[]>>(facts, 'GET', '/settings/tags')
  await page.goto('/settings')
  const tags = page.locator('#tags')
  await expect(tags.getByRole('button', { name: 'Kept' })).toBeDisabled()
  await expect(async () => {
    await tags.getByLabel('Sources').fill([...(before.source ?? []), 'Old Fair'].join('\n'))
    await expect(tags.getByRole('button', { name: 'Keep these tags' })).toBeEnabled({ timeout: 1000 })
  }).toPass()
  const table = 'utm_campaign;Note\nSpring Open;x\n;what is this\n'
  await tags.getByLabel('Add from a table').setInputFiles({
    name: 'tags.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(table),
  })
  await expect(tags.getByText('Line 3: No tag in it.')).toBeVisible()
  await tags.getByRole('button', { name: 'Keep these tags' }).click()
  await expect(tags.getByRole('button', { name: 'Kept' })).toBeVisible()
  const { body: after } = await api<Record<string, string[]>>(facts, 'GET', '/settings/tags')
  expect(after.source).toEqual([...(before.source ?? []), 'old-fair'])
  expect(after.campaign).toEqual([...(before.campaign ?? []), 'spring-open'])
  await api(facts, 'PUT', '/settings/tags', before)
})

test('what is filled in is told as a link, which fills it in', async ({ studio, page }) => {
  const slug = unique('filled')
  const fill = [{ from: 'link' as const, parameter: 'name' }]
  await releasedForm(facts, slug, formAsking([{ ...askFirstName, fill }, askEmail, askClay]))
  await studio.goto(`/forms/${slug}/compose`)
  const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await view.getByLabel('First name').fill('Ada & Co')
  await view.getByRole('radio', { name: 'Porcelain' }).press('Space')
  const link = studio.getByRole('region', { name: 'A link that fills this in' })
  await expect(link).toContainText('a link that fills in First name')
  await expect(link).toContainText('Which clay?')
  await link.getByRole('button', { name: 'Let links fill in' }).click()
  await expect(link).toContainText('a link that fills in First name, Which clay?')
  const address = (await link.getByTitle(/^http/).getAttribute('title')) ?? ''
  await until('the draft is saved', async () => {
    const { body } = await api(facts, 'GET', `/forms/${slug}/draft`)
    return JSON.stringify(body).includes('"parameter":"clay"')
  })
  const released = await api<{ changes: string[] }>(facts, 'POST', `/forms/${slug}/releases`)
  expect(released.body.changes.join()).toContain('Which clay?')
  await page.goto(address)
  await expect(page.getByLabel('First name')).toHaveValue('Ada & Co')
  await expect(page.getByRole('radio', { name: 'Porcelain' })).toBeChecked()
})
