import type { Browser } from '@playwright/test'
import type { FormInput } from '@/core/form/definition'
import { api, releasedForm, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { expect, facts, test, unique } from './studio'

const BRANCHES: FormInput['steps'] = [
  {
    name: 'work',
    title: 'Your work',
    questions: [
      {
        kind: 'single_choice',
        name: 'ware',
        label: 'What do you fire most?',
        required: true,
        options: ['Earthenware', 'Stoneware', 'Glass'].map((label) => ({ value: label.toLowerCase(), label })),
      },
      {
        kind: 'several_choices',
        name: 'glazes',
        label: 'Which glazes?',
        shownWhen: { value: 'ware', is: 'differs', to: 'glass' },
        options: ['Ash', 'Celadon', 'Tenmoku'].map((label) => ({ value: label.toLowerCase(), label })),
      },
    ],
  },
  {
    name: 'you',
    title: 'You',
    questions: [
      { kind: 'short_text', name: 'first_name', label: 'First name', required: true },
      { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
    ],
  },
]

const formAt = async (pace: FormInput['pace'], more: Partial<FormInput> = {}) => {
  const slug = unique(`pace-${pace}`)
  await releasedForm(facts, slug, { ...smallForm, steps: BRANCHES, pace, joins: [], ...more })
  return slug
}

const open = async (browser: Browser, slug: string, more: Parameters<Browser['newContext']>[0] = {}) => {
  const page = await (await browser.newContext(more)).newPage()
  await page.goto(`${facts.url}/f/${slug}`)
  return page
}

const valuesOf = async (email: string) =>
  (
    await query<{ values: object }>(facts.database, `select values from submission where values ->> 'email' = $1`, [
      email,
    ])
  )[0]?.values

test('one question at a time is answered by keys alone, and tells how far this way is', async ({ browser }) => {
  const slug = await formAt('one', { wording: { next: 'On', last: 'To the end', send: 'Send' } })
  const page = await open(browser, slug)
  const email = `${slug}@studio.example`
  await expect(page.getByText('Question 1 of 4')).toBeVisible()
  await expect(page.getByRole('group', { name: 'Which glazes?' })).toBeHidden()
  await page.keyboard.press('Tab')
  await page.keyboard.press('3')
  await expect(page.getByLabel('Glass')).toBeChecked()
  await expect(page.getByText('Question 1 of 3')).toBeVisible()
  await page.keyboard.press('2')
  await expect(page.getByLabel('Stoneware')).toBeChecked()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Question 2 of 4')).toBeVisible()
  await expect(page.getByRole('group', { name: 'What do you fire most?' })).toBeHidden()
  await page.keyboard.press('1')
  await page.keyboard.press('3')
  await expect(page.getByLabel('Ash')).toBeChecked()
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByLabel('Stoneware')).toBeChecked()
  await expect(page.getByLabel('Stoneware')).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await page.getByLabel('Tenmoku').focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('First name')).toBeFocused()
  await expect(page.getByRole('button', { name: 'To the end' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Fill this in.')).toBeVisible()
  // Digits and arrows are letters and moves where something is written.
  await page.keyboard.type('Mo 2')
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByLabel('First name')).toHaveValue('Mo 2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Send' })).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('First name')).toHaveValue('Mo 2')
  await page.getByLabel('First name').press('Enter')
  await page.getByLabel('Email').fill(email)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  await until('it arrives', async () => (await valuesOf(email)) !== undefined)
  expect(await valuesOf(email)).toMatchObject({ ware: 'stoneware', first_name: 'Mo 2' })
})

for (const javaScriptEnabled of [true, false])
  test(`all on one page is sent at once, ${javaScriptEnabled ? 'with' : 'without'} JavaScript`, async ({ browser }) => {
    const slug = await formAt('page')
    const page = await open(browser, slug, { javaScriptEnabled })
    const email = `${slug}-${javaScriptEnabled}@studio.example`
    await expect(page.getByRole('heading', { name: 'Your work' })).toBeVisible()
    await expect(page.getByLabel('First name')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Back' })).toBeHidden()
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('alert').getByRole('link')).toHaveText([
      'What do you fire most?',
      'First name',
      'Email',
    ])
    await page.getByLabel('Glass').check()
    await expect(page.getByRole('group', { name: 'Which glazes?' })).toBeVisible({ visible: !javaScriptEnabled })
    await page.getByLabel('First name').fill('Ada')
    await page.getByLabel('Email').fill(email)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: /Thank you/ })).toBeVisible()
    expect(await valuesOf(email)).toMatchObject({ ware: 'glass', first_name: 'Ada' })
  })

test('without JavaScript one at a time is asked step by step', async ({ browser }) => {
  const page = await open(browser, await formAt('one'), { javaScriptEnabled: false })
  await expect(page.getByRole('group', { name: 'Which glazes?' })).toBeVisible()
  await expect(page.getByText('Step 1 of 2')).toBeVisible()
  await page.getByLabel('Stoneware').check()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByLabel('First name')).toBeVisible()
})

test('a row has two fields beside their button, below each other on a phone, and no room for a third', async ({
  browser,
  studio,
}) => {
  const [, you] = BRANCHES
  const slug = await formAt('row', { steps: you ? [you] : [] })
  const page = await open(browser, slug, { viewport: { width: 1280, height: 800 } })
  const tops = () =>
    Promise.all(
      [page.getByLabel('First name'), page.getByLabel('Email'), page.getByRole('button', { name: 'Send' })].map(
        async (one) => Math.round((await one.boundingBox())?.y ?? 0),
      ),
    )
  const [first = 0, second = 0, button = 0] = await tops()
  expect([Math.abs(first - second) < 4, Math.abs(first - button) < 8]).toEqual([true, true])
  await page.setViewportSize({ width: 390, height: 844 })
  const [above = 0, below = 0, last = 0] = await tops()
  expect([above < below, below < last]).toEqual([true, true])

  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByLabel('Add questions at the end').fill('Company')
  await studio.keyboard.press('Enter')
  await expect(studio.getByText('A row has room for 2 questions; this form asks 3.')).toBeVisible()
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  expect((await api(facts, 'POST', `/forms/${slug}/releases`, {})).status).toBe(422)
})

test('the pace is chosen in Compose, where who they are can be asked last', async ({ studio }) => {
  const slug = await formAt('steps', { steps: [BRANCHES[1], BRANCHES[0]].filter((step) => step !== undefined) })
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByText('Title and wording').click()
  await studio.getByLabel('Asks').selectOption('one')
  await studio.getByRole('button', { name: 'Ask who they are last' }).click()
  const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await expect(view.getByText('Question 1 of 4')).toBeVisible()
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  const { body } = await api<{ steps: { questions: { name: string }[] }[] }>(facts, 'GET', `/forms/${slug}/draft`)
  expect(body.steps.map(({ questions }) => questions.map(({ name }) => name))).toEqual([
    ['first_name'],
    ['ware', 'glazes', 'email'],
  ])
})
