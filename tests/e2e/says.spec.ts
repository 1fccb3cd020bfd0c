import type { FormInput } from '@/core/form/definition'
import { releasedForm } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Wording on the page that uses what visitors answered before, and what is known of them. */

const steps: FormInput['steps'] = [
  {
    name: 'you',
    title: 'You',
    questions: [
      {
        kind: 'person_name',
        name: 'who',
        label: 'Your name',
        fill: [{ from: 'link', parameter: 'first', part: 'first' }],
      },
      {
        kind: 'single_choice',
        name: 'ware',
        label: 'Ware',
        shownAs: '{{ who.first | default: "And you" }}, what do you fire most?',
        required: true,
        options: [
          { value: 'stone', label: 'Stoneware' },
          {
            value: 'glass',
            label: 'Glass',
            shownAs: 'Glass for {{ who.first | default: "anyone" }}',
            caption: 'Fired slowly, {{ who.last | default: "as always" }}',
          },
        ],
      },
    ],
  },
  {
    name: 'kiln',
    title: 'Kiln',
    shownAs: 'A kiln for {{ ware | default: "your work" }}',
    questions: [
      {
        kind: 'prose',
        name: 'hint',
        label: 'A hint',
        text: 'Seen at {{ fair | default: "no fair" }}.\n\nFor {{ who | default: "somebody" }}.',
      },
      {
        kind: 'email',
        name: 'email',
        label: 'Email',
        help: 'We write to {{ who.first | default: "you" }} & nobody else.',
        errorText: '{{ who.first | default: "Sorry" }}, we need an address.',
        required: true,
        lands: [{ field: 'email' }],
      },
    ],
  },
]

const wording = { back: 'Back, {{ who.first | default: "stranger" }}', send: 'Send for {{ ware | default: "us" }}' }

const made = async () => {
  const slug = unique('says')
  const carried = [{ name: 'fair', label: 'Fair', fill: [{ from: 'link' as const, parameter: 'fair' }] }]
  await releasedForm(facts, slug, { title: 'Kilns', steps, carried, wording })
  return `${facts.url}/f/${slug}`
}

test('questions, headings, help and prose use what was answered, as it is answered', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage()
  await page.goto(`${await made()}?fair=Halle`)
  await expect(page.getByRole('group', { name: 'And you, what do you fire most?' })).toBeVisible()
  for (const words of ['Glass for anyone', 'Fired slowly, as always']) await expect(page.getByText(words)).toBeVisible()
  await page.getByLabel('First name').fill('Mirela')
  await page.getByLabel('Last name').fill('Brandt')
  const ware = page.getByRole('group', { name: 'Mirela, what do you fire most?' })
  await expect(ware).toBeVisible()
  // What is wrong is named as it is read.
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('alert').getByRole('link')).toHaveText('Mirela, what do you fire most?')
  await expect(ware.getByText('Fired slowly, Brandt')).toBeVisible()
  await ware.getByText('Glass for Mirela').click()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('heading', { name: 'A kiln for Glass' })).toBeFocused()
  await expect(page.getByText('Seen at Halle.')).toBeVisible()
  await expect(page.getByText('For Mirela Brandt.')).toBeVisible()
  await expect(page.getByText('We write to Mirela & nobody else.')).toBeVisible()
  await page.getByRole('button', { name: 'Send for Glass' }).click()
  await expect(page.getByText('Mirela, we need an address.')).toBeVisible()
  await page.getByRole('button', { name: 'Back, Mirela' }).click()
  await page.getByLabel('First name').fill('')
  await expect(page.getByRole('group', { name: 'And you, what do you fire most?' })).toBeVisible()
})

test('without a script it is written by the server: with what the link says, and with each step', async ({
  browser,
}) => {
  const page = await (await browser.newContext({ javaScriptEnabled: false })).newPage()
  await page.goto(`${await made()}?first=Tomas`)
  await expect(page.getByRole('group', { name: 'Tomas, what do you fire most?' })).toBeVisible()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('alert').getByRole('link')).toHaveText('Tomas, what do you fire most?')
  await expect(page.getByText('Glass for Tomas')).toBeVisible()
  await page.getByText('Stoneware').click()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('heading', { name: 'A kiln for Stoneware' })).toBeVisible()
  await expect(page.getByText('Seen at no fair.')).toBeVisible()
  await expect(page.getByText('We write to Tomas & nobody else.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Back, Tomas' })).toBeVisible()
  await page.getByRole('button', { name: 'Send for Stoneware' }).click()
  await expect(page.getByText('Tomas, we need an address.')).toBeVisible()
})

test('what is wrong is said so to programs, too', async () => {
  const address = await made()
  const headers = { 'content-type': 'application/json' }
  const body = JSON.stringify({ values: { who: { first: 'Oda', last: 'Brandt' }, ware: 'glass' } })
  const answered = await fetch(address, { method: 'POST', headers, body })
  expect([answered.status, await answered.json()]).toMatchObject([
    422,
    { errors: [{ name: 'email', message: 'Oda, we need an address.' }] },
  ])
})
