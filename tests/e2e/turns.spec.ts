import type { FormInput } from '@/core/form/definition'
import { api, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { query } from '../support/database'
import { expect, facts, test, unique } from './studio'

/** Questions of which only the unknown are asked: how they are set, what somebody known is asked, and what follows. */

const plain = formAsking([
  { kind: 'short_text', name: 'region', label: 'Which region?', lands: [{ field: 'region' }] },
  { ...askFirstName, required: false },
  { kind: 'short_text', name: 'last_name', label: 'Last name', lands: [{ field: 'last_name' }] },
  askEmail,
])

async function newcomer(slug: string, values: object) {
  const email = `${unique('turns')}@studio.example`
  const { body } = await api<{ id: string }>(facts, 'POST', '/contacts', { email, ...values })
  const link = await api<{ url: string }>(facts, 'POST', `/contacts/${body.id}/links`, { form: slug })
  return { id: body.id, email, path: link.body.url.replace(/^https?:\/\/[^/]*/, '') }
}

test('a question is set to be asked in turn, the next visits are foreseen, and people are counted', async ({
  studio,
}) => {
  const slug = unique('turns')
  await releasedForm(facts, slug, plain)
  await studio.goto(`/forms/${slug}/compose`)
  for (const name of ['first_name', 'last_name']) {
    const row = studio.locator(`[data-row="${name}"]`)
    await row.click()
    await studio.getByLabel('Asked', { exact: true }).selectOption('dropped')
    await row.click()
  }
  await expect(studio.getByText('dropped when known')).toHaveCount(2)
  await studio.getByLabel('How many at a time').selectOption('1')
  await studio.getByLabel('Where all is known').selectOption('greeting')
  await studio.getByLabel('Said where all is known').fill('Nothing new to ask.')
  await studio.getByLabel('Said where all is known').blur()
  const now = studio.getByRole('region', { name: 'If sent now' })
  await expect(now).toContainText('Asked in turn')
  await expect(now.locator('dd')).toHaveText(['First name', 'Last name'])
  await studio.getByText('How many would be asked what').click()
  await expect(studio.getByRole('row', { name: /^First name [\d\s]+$/ })).toBeVisible()
  await expect
    .poll(async () => (await api<FormInput & { turns: object }>(facts, 'GET', `/forms/${slug}/draft`)).body.turns)
    .toEqual({ atOnce: 1, allKnown: 'greeting', greeting: 'Nothing new to ask.' })
})

for (const javaScriptEnabled of [true, false])
  test(`somebody known is asked what is missing, one at a time${javaScriptEnabled ? '' : ', where no script runs'}`, async ({
    browser,
  }) => {
    const slug = unique('turns')
    const turn = { known: 'dropped' as const }
    const [step] = plain.steps
    await releasedForm(facts, slug, {
      ...plain,
      steps: [
        {
          ...step,
          questions: step?.questions?.map((one) =>
            one.name.endsWith('_name') ? { ...one, required: true, turn } : one,
          ),
        },
      ] as FormInput['steps'],
      turns: { atOnce: 1, allKnown: 'greeting', greeting: 'Nothing new to ask.' },
    })
    const { id, email, path } = await newcomer(slug, {})
    const context = await browser.newContext({
      baseURL: facts.url,
      javaScriptEnabled,
      viewport: { width: 390, height: 844 },
    })
    const page = await context.newPage()
    const sent = async (n: number) =>
      until('it is applied', async () => {
        const rows = await query(facts.database, `select from submission where contact_id = $1 and state = 'applied'`, [
          id,
        ])
        return rows.length === n
      })
    const visit = async (asked: string | null, not: string | null, n: number) => {
      await page.goto(path)
      if (asked) await page.getByLabel(asked).fill('Ilka')
      else await expect(page.getByText('Nothing new to ask.')).toBeVisible()
      if (not) await expect(page.getByLabel(not)).toBeHidden()
      await page.getByLabel('Email').fill(email)
      await page.getByRole('button', { name: 'Send' }).click()
      await expect(page.getByRole('heading', { name: /Thank you/ })).toBeVisible()
      await sent(n)
    }
    await visit('First name', 'Last name', 1)
    await visit('Last name', 'First name', 2)
    await visit(null, 'First name', 3)
  })
