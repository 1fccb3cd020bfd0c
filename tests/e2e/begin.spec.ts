import { api } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Where forms begin, and what they are called, where they stand and whether they take answers after that. */

test('a form is begun with one of ours, by keys, with what comes along ticked or not', async ({ studio }) => {
  const slug = unique('day')
  const draft = {
    title: `Open ${slug}`,
    steps: [
      {
        name: 'you',
        title: 'You',
        questions: [{ kind: 'email', name: 'email', label: 'Email', lands: [{ field: 'email' }] }],
      },
    ],
    outcome: { title: `See you at open ${slug}`, body: '' },
  }
  expect((await api(facts, 'POST', '/forms', { name: slug, slug, draft })).status).toBe(201)
  await studio.goto('/forms')
  await studio.getByRole('link', { name: 'Begin a form' }).click()
  await expect(studio.getByRole('heading', { name: 'Begin a form' })).toBeVisible()
  await expect(async () => {
    await studio.getByLabel('Narrow by name or folder').fill(slug)
    await expect(studio).toHaveURL(/search=/, { timeout: 1000 })
  }).toPass()
  const ours = studio.getByRole('button', { name: `${slug} draft` })
  await expect(studio.getByRole('button', { name: 'Kiln finder' })).toHaveCount(0)
  await studio.getByRole('button', { name: 'Blank asks for an email' }).focus()
  await studio.keyboard.press('ArrowDown')
  await studio.keyboard.press('ArrowDown')
  await expect(ours).toBeFocused()
  await expect(ours).toHaveAttribute('aria-pressed', 'true')
  await expect(studio.frameLocator('iframe').getByRole('heading', { name: `Open ${slug}` })).toBeVisible()
  await expect(studio.getByRole('group', { name: 'Comes with it' })).toContainText('1 question in 1 step')
  await studio.getByLabel('1 land').uncheck()

  const copy = unique('autumn')
  await studio.getByLabel('Name', { exact: true }).fill(copy)
  await expect(studio.getByLabel('Title', { exact: true })).toHaveValue(copy)
  await studio.getByLabel('Title', { exact: true }).fill('Autumn firing')
  await studio.getByLabel('Address', { exact: true }).fill(slug)
  await studio.getByRole('button', { name: `Begin with “${slug}”` }).click()
  await expect(studio.getByRole('alert').filter({ hasText: 'Another form has this address, or had it' })).toBeVisible()
  await studio.getByLabel('Address', { exact: true }).fill(copy)
  await studio.getByRole('button', { name: `Begin with “${slug}”` }).click()
  await expect(studio.getByRole('status')).toContainText(`One text of it still speaks of “${slug}”`)
  await expect(studio.getByRole('cell', { name: `See you at open ${slug}` })).toBeVisible()
  await studio.getByRole('link', { name: 'Open it in Compose' }).click()
  await studio.waitForURL(`**/forms/${copy}/compose`)
  const made = await api<{ title: string; steps: { questions: { lands: unknown[] }[] }[] }>(
    facts,
    'GET',
    `/forms/${copy}/draft`,
  )
  expect(made.body.title).toBe('Autumn firing')
  expect(made.body.steps[0]?.questions[0]?.lands).toEqual([])
})

test('a form is begun with a list of questions, or with a definition; what is no definition is told', async ({
  studio,
}) => {
  await studio.goto('/forms/begin')
  const name = unique('listed')
  await studio.getByRole('button', { name: 'A list of questions' }).click()
  await studio.getByLabel(/One question in a line/).fill('# Kiln\nWhich clay? *\n  Red\n  Paper\n# You\nYour email *')
  await expect(studio.getByLabel('What it asks')).toContainText('Which clay?')
  await expect(studio.getByLabel('What it asks')).toContainText('single choice')
  await studio.getByLabel('Name', { exact: true }).fill(name)
  await studio.getByRole('button', { name: 'Begin with these questions' }).click()
  await studio.waitForURL(`**/forms/${name}/compose`)
  await expect(studio.getByRole('button', { name: 'Single choice: Which clay?' })).toBeVisible()
  await expect(studio.getByRole('button', { name: 'Step 2 · You' })).toBeVisible()

  await studio.goto('/forms/begin')
  const choose = (json: string) =>
    studio
      .getByLabel('A definition')
      .setInputFiles({ name: 'd.json', mimeType: 'application/json', buffer: Buffer.from(json) })
  await choose('no')
  await expect(
    studio.getByRole('alert').filter({ hasText: 'd.json is no form definition: it is not JSON.' }),
  ).toBeVisible()
  await choose('{"title": "From a file", "steps": []}')
  await expect(studio.getByRole('alert').filter({ hasText: 'd.json: steps:' })).toBeVisible()
  const draft = await api(facts, 'GET', `/forms/${name}/draft`)
  await choose(JSON.stringify(draft.body))
  await expect(studio.getByLabel('What it asks')).toContainText('Which clay?')
  await studio.getByLabel('Name', { exact: true }).fill(`${name} again`)
  await studio.getByRole('button', { name: 'Begin with this definition' }).click()
  await studio.waitForURL(`**/forms/${name}-again/compose`)
  await expect(studio.getByRole('button', { name: 'Single choice: Which clay?' })).toBeVisible()
})

test('a form is renamed, moved to another address, closed, deleted and brought back', async ({ studio, page }) => {
  const slug = unique('kept')
  expect((await api(facts, 'POST', '/forms', { name: slug, slug })).status).toBe(201)
  expect((await api(facts, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('link', { name: 'Settings' }).last().click()
  await studio.getByLabel('Name', { exact: true }).fill(`Kept ${slug}`)
  await studio.getByLabel('Name', { exact: true }).press('Enter')
  await expect(studio.getByRole('heading', { name: `Kept ${slug}` })).toBeVisible()
  const address = studio.getByLabel('Address', { exact: true })
  await address.fill('Not one')
  await expect(studio.getByText('Use a-z, 0-9 and single hyphens')).toBeVisible()
  await address.fill('kiln-finder')
  await address.press('Enter')
  await expect(studio.getByRole('alert').filter({ hasText: 'Another form has this address, or had it' })).toBeVisible()
  await address.fill(`${slug}-moved`)
  await address.press('Enter')
  await studio.waitForURL(`**/forms/${slug}-moved/settings`)
  await expect(studio.getByText(`Also leads here: /f/${slug}`)).toBeVisible()
  await page.goto(`${facts.url}/f/${slug}?utm_source=fair`)
  await expect(page).toHaveURL(`${facts.url}/f/${slug}-moved?utm_source=fair`)

  await studio.getByLabel('Once closed').fill('All places are taken.')
  await studio.getByRole('button', { name: 'Close it' }).click()
  await expect(studio.getByText('It is closed.')).toBeVisible()
  await expect(async () => {
    await page.reload()
    await expect(page.getByText('All places are taken.')).toBeVisible({ timeout: 500 })
  }).toPass()
  await studio.getByRole('button', { name: 'Delete it' }).click()
  await studio.waitForURL('**/forms')
  await studio.getByRole('listitem').filter({ hasText: 'It is deleted' }).getByRole('button', { name: 'Undo' }).click()
  await studio.waitForURL(`**/forms/${slug}-moved/settings`)
  await studio.getByRole('button', { name: 'Delete it' }).click()
  await studio.waitForURL('**/forms')
  await studio.getByLabel('Which forms').selectOption('deleted')
  await studio.getByRole('button', { name: `Bring back Kept ${slug}` }).click()
  await expect(studio.getByRole('listitem').filter({ hasText: `“Kept ${slug}” is back, and closed` })).toBeVisible()
  await expect(studio.getByRole('button', { name: `Bring back Kept ${slug}` })).toHaveCount(0)
  await studio.goto(`/forms/${slug}-moved/settings`)
  await studio.getByRole('button', { name: 'Open it' }).click()
  await expect(studio.getByText('It is open.')).toBeVisible()
})

test('a step without a title shows none, on the page or in the ledger', async ({ studio, page }) => {
  const slug = unique('untitled')
  expect((await api(facts, 'POST', '/forms', { name: slug, slug })).status).toBe(201)
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('button', { name: 'Add a step' }).click()
  await expect(studio.getByRole('button', { name: 'Step 2', exact: true })).toBeFocused()
  await studio.getByLabel('Add questions at the end').fill('How hot?')
  await studio.keyboard.press('Enter')
  await expect(studio.getByText('draft saved')).toBeVisible()
  expect((await api(facts, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
  await page.goto(`${facts.url}/f/${slug}`)
  await page.getByLabel('Email').fill('a@kiln.example')
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByText('Step 2 of 2')).toHaveCount(1)
  await expect(page.getByLabel('How hot?')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Step 2' })).toHaveCount(0)
})
