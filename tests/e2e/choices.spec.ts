import { api, releasedForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Choices: options made in the studio, and what visitors can do with them. */

const form = (slug: string) => ({
  title: slug,
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'several_choices' as const, name: 'firings', label: 'Which firings?' },
        { kind: 'email' as const, name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
})

const OPTIONS = [
  { value: 'raku', label: 'Raku', caption: 'Out of the kiln at 1000 °C' },
  { value: 'salt', label: 'Salt glaze' },
  { value: 'wood', label: 'Wood firing', off: true },
  { value: 'none', label: 'None of these', alone: true },
]

const withOptions = (slug: string, more = {}) => {
  const one = form(slug)
  Object.assign(one.steps[0]?.questions[0] ?? {}, { options: OPTIONS, other: 'Another firing', ...more })
  return one
}

const valuesOf = (slug: string) =>
  until('the submission', async () => {
    const path = `/submissions?form=${slug}`
    const { body } = await api<{ submissions: { values: Record<string, unknown> }[] }>(facts, 'GET', path)
    return body.submissions[0]?.values
  })

test('options are pasted with what they are stored as, and get captions, a last one and one that stands alone', async ({
  studio,
}) => {
  const slug = unique('options')
  await api(facts, 'POST', '/forms', { name: slug, slug, draft: form(slug) })
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('button', { name: 'Several choices: Which firings?' }).click()
  await studio.getByLabel('Options, one a line').fill('raku = Raku, fast\nSalt glaze\nNone of these')
  await studio.getByText('More about each option').click()
  await studio.getByLabel('Caption of Salt glaze').fill('With vapour')
  await studio.getByRole('listitem', { name: 'None of these' }).getByLabel('only by itself').check()
  await studio.getByRole('listitem', { name: 'Salt glaze' }).getByLabel('off').check()
  await studio.getByLabel('For anything else').fill('Another firing')
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  await until('the draft is saved', async () => {
    const { body } = await api<{ draft: ReturnType<typeof form> }>(facts, 'GET', `/forms/${slug}/draft`)
    const [question] = (body as unknown as ReturnType<typeof form>).steps[0]?.questions ?? []
    return (
      JSON.stringify({ ...question }).includes('Another firing') &&
      JSON.stringify(Object(question).options) ===
        JSON.stringify([
          { value: 'raku', label: 'Raku, fast', shownAs: '', caption: '', picture: null, off: false, alone: false },
          {
            value: 'salt_glaze',
            label: 'Salt glaze',
            shownAs: '',
            caption: 'With vapour',
            picture: null,
            off: true,
            alone: false,
          },
          {
            value: 'none_of_these',
            label: 'None of these',
            shownAs: '',
            caption: '',
            picture: null,
            off: false,
            alone: true,
          },
        ])
    )
  })
  await studio.getByRole('combobox', { name: 'Kind' }).selectOption('Single choice')
  const lost = '“Single choice” has no place for: options chosen by themselves only.'
  await expect(studio.getByText(lost, { exact: true })).toBeVisible()
  await expect(studio.getByLabel('Caption of Salt glaze')).toHaveValue('With vapour')
})

test('an option that stands alone unticks the others, and anything else is written', async ({ page }) => {
  const slug = unique('alone')
  await releasedForm(facts, slug, withOptions(slug))
  await page.goto(`/f/${slug}`)
  await expect(page.getByText('Out of the kiln at 1000 °C')).toBeVisible()
  await expect(page.getByText('Wood firing')).toHaveCount(0)
  const written = page.getByRole('textbox', { name: 'Which firings?: Another firing' })
  await expect(written).toBeHidden()
  await page.getByLabel('Raku').check()
  await page.getByLabel('None of these').check()
  await expect(page.getByLabel('Raku')).not.toBeChecked()
  await page.getByLabel('Salt glaze').check()
  await expect(page.getByLabel('None of these')).not.toBeChecked()
  await page.getByLabel('Another firing', { exact: true }).check()
  await page.getByLabel('Email').fill(`${slug}@studio.example`)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('Write what else it is.')).toBeVisible()
  await expect(written).toBeFocused()
  await written.fill('Pit firing')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  expect((await valuesOf(slug)).firings).toEqual(['salt', 'Pit firing'])
})

test.describe('with JavaScript off', () => {
  test.use({ javaScriptEnabled: false, viewport: { width: 390, height: 844 } })

  test('what was left in the box counts only where anything else is chosen', async ({ page }) => {
    const slug = unique('plain')
    await releasedForm(facts, slug, withOptions(slug))
    await page.goto(`/f/${slug}`)
    const other = page.getByLabel('Another firing', { exact: true })
    await other.check()
    await page.getByRole('textbox', { name: 'Another firing' }).fill('Pit firing')
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByText('Fill this in.')).toBeVisible()
    await expect(page.getByRole('textbox', { name: 'Another firing' })).toHaveValue('Pit firing')
    await other.uncheck()
    await page.getByLabel('Raku').check()
    await page.getByLabel('None of these').check()
    await page.getByLabel('Email').fill(`${slug}@studio.example`)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByText('Choose “None of these” alone, or leave it out.')).toBeVisible()
    await page.getByLabel('None of these').uncheck()
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
    expect((await valuesOf(slug)).firings).toEqual(['raku'])
  })
})

test('shuffled options come in different orders, and those that stand alone keep their place', async ({ browser }) => {
  const slug = unique('shuffled')
  await releasedForm(facts, slug, withOptions(slug, { shuffled: true }))
  const orders = new Set<string>()
  for (let visitor = 0; visitor < 12; visitor++) {
    const page = await (await browser.newContext({ baseURL: facts.url })).newPage()
    await page.goto(`/f/${slug}`)
    const seen = (await page.locator('.option').allInnerTexts()).map((text) => text.split('\n')[0])
    expect(seen.slice(-2)).toEqual(['None of these', 'Another firing'])
    orders.add(seen.join())
    await page.context().close()
  }
  // Two options in twelve visits: always the same order once in two thousand times.
  expect(orders.size).toBe(2)
})
