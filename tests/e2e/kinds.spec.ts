import type { Page } from '@playwright/test'
import { api, applied, crmOf, mailTo, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Lists, yes or no, days and names in parts, on the whole line: asked, filled, tested, landed, merged, read out. */

interface Sent {
  id: string
  email: string
}

const submissionOf = (email: string) =>
  until('the submission', async () => {
    const { body } = await api<{ submissions: Sent[] }>(facts, 'GET', '/submissions?form=open-day&limit=100')
    const found = body.submissions.find((one) => one.email === email)
    return found && applied(facts, found.id)
  })

/** Goes on to the next question, or sends after the last. */
const goOn = (page: Page): Promise<void> => page.locator('[data-forward]').click()

const firstDay = async (page: Page): Promise<string> => (await page.getByLabel('Which day').getAttribute('min')) ?? ''

async function comeAlong(page: Page, day: string): Promise<void> {
  await page.getByLabel('Which day').fill(day)
  await page.getByLabel('Raku').check()
  await page.getByLabel('Glass fusing').check()
  await page.getByRole('textbox', { name: 'How many guests' }).fill('2')
}

test('who comes is asked what comers are asked, and every answer arrives in words', async ({ page, studio }) => {
  const email = `${unique('fenna')}@studio.example`
  await page.goto('/f/open-day')
  await expect(page.getByText('Question 1 of 3')).toBeVisible()
  await goOn(page)
  await expect(page.getByText('Choose one of the options.')).toBeVisible()
  await page.getByLabel('Yes, count me in').check()
  await expect(page.getByText('Question 1 of 7')).toBeVisible()
  await goOn(page)
  const day = await firstDay(page)
  await page.getByLabel('Which day').fill(day)
  await goOn(page)
  await goOn(page)
  await goOn(page)
  await expect(page.getByText('Choose 1 or more.')).toBeVisible()
  await page.getByLabel('Raku').check()
  await page.getByLabel('Glass fusing').check()
  await goOn(page)
  await page.getByRole('textbox', { name: 'How many guests' }).fill('2')
  await expect(page.getByText('Question 5 of 8')).toBeVisible()
  await goOn(page)
  await page.getByLabel('for lunch').selectOption('Vegan plate')
  await goOn(page)
  await page.getByLabel('First name').fill('Fenna')
  await goOn(page)
  await expect(page.getByText('Fill in “Last name” too.')).toBeVisible()
  await page.getByLabel('Last name').fill('Ilves')
  await goOn(page)
  await page.getByLabel('Your email').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  const inWords = new Date(`${day}T00:00Z`).toLocaleDateString('en-US', { dateStyle: 'long', timeZone: 'UTC' })
  await expect(page.getByRole('heading', { name: 'Thank you, Fenna' })).toBeFocused()
  await expect(page.getByText(`See you on ${inWords}.`)).toBeVisible()

  const submission = await submissionOf(email)
  expect(submission.values).toMatchObject({
    coming: true,
    day,
    firings: ['raku', 'glass_fusing'],
    person: { first: 'Fenna', last: 'Ilves' },
  })
  const mail = await until('the visitor’s mail', async () => (await mailTo(facts, email))[0])
  expect(mail.subject).toBe(`See you on ${inWords}, Fenna`)
  const desk = await until('the desk’s mail', async () =>
    (await mailTo(facts, 'key.accounts@tarnfield.example')).find(({ replyTo }) => replyTo === email),
  )
  expect(desk.text).toContain('Fenna Ilves comes with 2 guests and wants to see Raku, Glass fusing.')
  const record = await until('the CRM record', () => crmOf(facts, email))
  expect(record.fields).toMatchObject({ first_name: 'Fenna', last_name: 'Ilves', open_day: day })

  await studio.goto('/arrivals?form=open-day')
  const row = studio.getByRole('row', { name: email })
  await expect(row).toContainText('Yes, count me in')
  await expect(row).toContainText('Raku, Glass fusing · 2 · Vegan plate')
  await row.getByRole('link', { name: 'Fenna Ilves' }).click()
  await expect(studio.getByRole('cell', { name: 'Raku, Glass fusing', exact: true })).toBeVisible()
  await expect(studio.getByRole('cell', { name: 'Fenna Ilves', exact: true })).toBeVisible()
  await expect(studio.getByText('includes Glass fusing').first()).toBeVisible()
  await studio.goto('/forms/open-day/readout')
  const firings = studio.getByRole('region', { name: 'Which of these firings' })
  await expect(firings.getByRole('rowheader', { name: 'Crystal glaze' })).toBeVisible()
  await expect(studio.getByRole('region', { name: 'Which day suits you?' })).toContainText('Half of them between')
})

test('a known person finds both parts of their name filled in, and only what they change counts as typed', async ({
  page,
}) => {
  const email = `${unique('noor')}@studio.example`
  const person = { email, first_name: 'Noor', last_name: 'Harrow' }
  const { body: contact } = await api<{ id: string }>(facts, 'POST', '/contacts', person)
  const { body: link } = await api<{ url: string }>(facts, 'POST', `/contacts/${contact.id}/links`, {
    form: 'open-day',
  })
  await page.goto(link.url)
  await page.getByLabel('No, not this time').check()
  await goOn(page)
  await goOn(page)
  await expect(page.getByLabel('First name')).toHaveValue('Noor')
  await expect(page.getByLabel('Last name')).toHaveValue('Harrow')
  await page.getByLabel('Last name').fill('Harrow-Maes')
  await goOn(page)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('We will ask you again next year.')).toBeVisible()
  const submission = await submissionOf(email)
  expect(submission.origins).toMatchObject({ person: 'typed', 'person.first': 'record', email: 'record' })
  expect(submission.values).not.toHaveProperty('day')
})

test.describe('with JavaScript off', () => {
  test.use({ javaScriptEnabled: false, viewport: { width: 390, height: 844 } })

  test('ticked boxes and parts survive going back and forth', async ({ page }) => {
    const email = `${unique('gor')}@studio.example`
    await page.goto('/f/open-day')
    await page.getByLabel('Yes, count me in').check()
    await page.getByRole('button', { name: 'Next' }).click()
    await comeAlong(page, await firstDay(page))
    await page.getByRole('button', { name: 'Next' }).click()
    await expect(page.getByText('Your answer brought up another question.')).toBeVisible()
    await page.getByRole('button', { name: 'Next' }).click()
    await page.getByLabel('First name').fill('Gor')
    await page.getByRole('button', { name: 'Back' }).click()
    await expect(page.getByLabel('Raku')).toBeChecked()
    await expect(page.getByLabel('Glass fusing')).toBeChecked()
    await expect(page.getByLabel('Salt')).not.toBeChecked()
    await page.getByRole('button', { name: 'Next' }).click()
    await expect(page.getByLabel('First name')).toHaveValue('Gor')
    await page.getByLabel('Last name').fill('Rask')
    await page.getByLabel('Your email').fill(email)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you, Gor' })).toBeVisible()
    const { values } = await submissionOf(email)
    expect(values).toMatchObject({ firings: ['raku', 'glass_fusing'], person: { first: 'Gor', last: 'Rask' } })
  })
})

test('conditions nest, on questions and on steps, and say so in words', async ({ studio }) => {
  const slug = unique('nested')
  await api(facts, 'POST', '/forms', { name: slug, slug })
  await studio.goto(`/forms/${slug}/compose`)
  const quick = studio.getByLabel('Add questions at the end')
  await quick.fill('Do you fire at night?\nWhich of these do you fire?\nWhen would you like to come?\nYour name')
  await quick.press('Enter')
  await studio.getByRole('button', { name: 'Several choices: Which of these do you fire?' }).click()
  await studio.getByLabel('Options, one a line').fill('Glass\nStoneware')
  await studio.getByRole('button', { name: 'Name: Your name' }).click()
  const drawer = studio.locator('[data-drawer="your_name"]')
  const addTest = () => drawer.getByRole('button', { name: 'Add a test' })
  await addTest().click()
  await drawer.getByLabel('Value').first().selectOption('Do you fire at night?')
  await drawer.getByRole('button', { name: 'Add a group' }).click()
  await drawer.getByLabel('Value').nth(1).selectOption('Which of these do you fire?')
  await drawer.getByRole('group', { name: 'Answers' }).getByLabel('Stoneware').check()
  await addTest().first().click()
  await drawer.getByLabel('Value').nth(2).selectOption('When would you like to come?')
  await drawer.getByLabel('Day', { exact: true }).fill('2027-03-01')
  const words =
    'Do you fire at night? is Yes and (Which of these do you fire? includes any of Glass or Stoneware or When would you like to come? is on or after 1 March 2027)'
  await expect(studio.getByTitle(words)).toBeVisible()
  await studio.getByRole('button', { name: 'Add a step' }).click()
  await studio.getByRole('button', { name: 'Step 2' }).click()
  await studio.getByRole('button', { name: 'Add a test' }).last().click()
  await studio.getByLabel('Value').last().selectOption('Your name · Last name')
  await studio.getByRole('button', { name: 'Step 2' }).click()
  await expect(studio.getByTitle('Your name · Last name is answered')).toBeVisible()
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  const { body: draft } = await api<{
    steps: { shownWhen: unknown; questions: { name: string; shownWhen: unknown }[] }[]
  }>(facts, 'GET', `/forms/${slug}/draft`)
  expect(draft.steps[0]?.questions.find(({ name }) => name === 'your_name')?.shownWhen).toEqual({
    all: [
      { value: 'do_you_fire_at_night', is: 'equals', to: true },
      {
        any: [
          { value: 'which_of_these_do_you_fire', is: 'includes', to: ['glass', 'stoneware'] },
          { value: 'when_would_you_like_to_come', is: 'at_least', to: '2027-03-01' },
        ],
      },
    ],
  })
  expect(draft.steps[1]?.shownWhen).toEqual({ value: 'your_name.last', is: 'answered' })
})
