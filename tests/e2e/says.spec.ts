import type { FormInput } from '@/core/form/definition'
import { releasedForm, until } from '../support/api'
import { query } from '../support/database'
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

const everywhere: FormInput = {
  title: 'A kiln for {{ who | default: "your studio" }}',
  intro: 'Two steps.\n\nWe build for {{ who | default: "anyone" }}.',
  look: { standing: { heading: 'Made for {{ who | default: "you" }}', text: '' } },
  steps: [
    { name: 'one', title: 'One', questions: [{ kind: 'short_text', name: 'who', label: 'Studio' }] },
    {
      name: 'two',
      title: 'Two',
      questions: [
        {
          kind: 'short_text',
          name: 'city',
          label: 'City',
          placeholder: 'Where {{ who | default: "you" }} works',
        },
        { kind: 'stepper', name: 'many', label: 'Kilns', shownAs: 'Kilns at {{ who | default: "home" }}' },
        {
          kind: 'yes_no',
          name: 'gas',
          label: 'Gas',
          yesShownAs: 'Yes, {{ who | default: "we" }} has gas',
          noShownAs: 'No gas at {{ who | default: "ours" }}',
        },
        {
          kind: 'ranking',
          name: 'order',
          label: 'Order',
          required: true,
          options: [
            { value: 'price', label: 'Price', shownAs: 'A price for {{ who | default: "you" }}' },
            { value: 'speed', label: 'Speed' },
          ],
        },
        {
          kind: 'matrix',
          name: 'parts',
          label: 'Parts',
          required: true,
          rows: [{ value: 'lid', label: 'Lid', shownAs: 'The lid of {{ who | default: "yours" }}' }],
          options: [{ value: 'good', label: 'Good', shownAs: 'Good for {{ who | default: "you" }}' }],
        },
        {
          kind: 'scale',
          name: 'sure',
          label: 'How sure?',
          low: '{{ who | default: "I" }} may',
          high: '{{ who | default: "I" }} will',
        },
        {
          kind: 'single_choice',
          name: 'fuel',
          label: 'Fuel',
          options: [{ value: 'wood', label: 'Wood' }],
          other: 'Else, {{ who | default: "then" }}',
        },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
        {
          kind: 'consent',
          name: 'letter',
          label: 'Letter',
          wording: 'Write to {{ who | default: "us" }} once a month.',
        },
      ],
    },
  ],
  joins: [{ list: 'glaze_club', consent: 'letter' }],
}

for (const script of [true, false])
  test(`wording anywhere uses what was answered, and what was agreed to is kept as it was read, ${script ? 'with' : 'without'} a script`, async ({
    browser,
  }) => {
    const slug = unique('anywhere')
    await releasedForm(facts, slug, everywhere)
    const page = await (await browser.newContext({ javaScriptEnabled: script })).newPage()
    await page.goto(`${facts.url}/f/${slug}`)
    await expect(page).toHaveTitle('A kiln for your studio')
    await expect(page.getByText('We build for anyone.')).toBeVisible()
    await page.getByLabel('Studio').fill('Ash & Slip')
    await page.getByRole('button', { name: 'Next' }).click()
    await expect(page.getByRole('heading', { name: 'A kiln for Ash & Slip' })).toBeVisible()
    await expect(page).toHaveTitle('A kiln for Ash & Slip')
    for (const words of [
      'We build for Ash & Slip.',
      'Made for Ash & Slip',
      'The lid of Ash & Slip',
      'Else, Ash & Slip',
    ])
      await expect(page.getByText(words, { exact: true })).toBeVisible()
    await expect(page.getByPlaceholder('Where Ash & Slip works')).toBeVisible()
    await page.getByText('Else, Ash & Slip', { exact: true }).click()
    await page.getByRole('textbox', { name: 'Fuel: Else, Ash & Slip' }).fill('Peat')
    if (script) await expect(page.getByRole('button', { name: 'More: Kilns at Ash & Slip' })).toBeVisible()
    for (const name of ['Yes, Ash & Slip has gas', 'No gas at Ash & Slip', 'Ash & Slip will', 'Good for Ash & Slip'])
      await expect(page.getByRole('radio', { name })).toBeVisible()
    // What is missing is named as it is read.
    const email = `${unique('slip')}@studio.example`
    await page.getByLabel('Email').fill(email)
    await page.getByText('Write to Ash & Slip once a month.').click()
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('alert')).toBeVisible()
    if (script) {
      await page.getByRole('button', { name: 'A price for Ash & Slip' }).click()
      await page.getByRole('button', { name: 'Speed' }).click()
    } else {
      await page.getByLabel('Place 1').selectOption({ label: 'A price for Ash & Slip' })
      await page.getByLabel('Place 2').selectOption('Speed')
    }
    await page.getByRole('radio', { name: 'Good for Ash & Slip' }).check()
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
    const agreed = await until('the list is joined', async () => {
      const [row] = await query<{ wording: string }>(
        facts.database,
        `select wording from list_membership join record on record.id = list_membership.contact_id where record.values ->> 'email' = $1`,
        [email],
      )
      return row?.wording
    })
    expect(agreed).toBe('Write to Ash & Slip once a month.')
  })

/** The same for what has a name of its own, and for what pictures show. */
const named = (picture: { id: string; width: number; height: number }): FormInput => ({
  title: 'Visits',
  look: { standing: { logo: { ...picture, alt: 'The sign of {{ who | default: "a studio" }}' } } },
  steps: [
    { name: 'one', title: 'One', questions: [{ kind: 'short_text', name: 'who', label: 'Studio' }] },
    {
      name: 'two',
      title: 'Two',
      questions: [
        {
          kind: 'person_name',
          name: 'guest',
          label: 'Who comes?',
          required: true,
          firstShownAs: 'First name at {{ who | default: "work" }}',
        },
        { kind: 'date_range', name: 'days', label: 'When?', lastShownAs: 'Last day at {{ who | default: "ours" }}' },
        {
          kind: 'number',
          name: 'pots',
          label: 'Pots',
          unit: 'pots',
          unitShownAs: 'pots of {{ who | default: "yours" }}',
        },
        {
          kind: 'slider',
          name: 'kilns',
          label: 'Kilns',
          maximum: 9,
          unit: 'kilns',
          unitShownAs: 'kilns at {{ who | default: "home" }}',
        },
        {
          kind: 'prose',
          name: 'see',
          label: 'See',
          picture: { ...picture, alt: 'A shed of {{ who | default: "ours" }}' },
        },
        {
          kind: 'single_choice',
          name: 'shape',
          label: 'Shape',
          look: 'pictures',
          options: [
            { value: 'tall', label: 'Tall', picture: { ...picture, alt: 'Tall, for {{ who | default: "you" }}' } },
          ],
        },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
  outcome: {
    title: 'Thank you',
    body: '',
    summary: true,
    picture: { ...picture, alt: 'See you at {{ who | default: "yours" }}' },
    links: [{ label: 'More for {{ who | default: "you" }}', address: 'https://www.tarnfield.example/more' }],
  },
})

for (const script of [true, false])
  test(`so do units, parts of a name and of days, pictures and links, ${script ? 'with' : 'without'} a script`, async ({
    browser,
  }) => {
    const [picture] = await query<{ id: string; width: number; height: number }>(
      facts.database,
      'select id, width, height from picture limit 1',
    )
    if (!picture) throw new Error('The demo has no picture')
    const slug = unique('named')
    await releasedForm(facts, slug, named(picture))
    const page = await (await browser.newContext({ javaScriptEnabled: script })).newPage()
    await page.goto(`${facts.url}/f/${slug}`)
    await expect(page.getByRole('img', { name: 'The sign of a studio' })).toBeVisible()
    await page.getByLabel('Studio').fill('Ash "& Slip')
    if (script) await expect(page.getByRole('img', { name: 'The sign of Ash "& Slip' })).toBeVisible()
    await page.getByRole('button', { name: 'Next' }).click()
    for (const name of ['The sign of Ash "& Slip', 'A shed of Ash "& Slip', 'Tall, for Ash "& Slip'])
      await expect(page.getByRole('img', { name })).toBeVisible()
    for (const words of ['pots of Ash "& Slip', 'kilns at Ash "& Slip'])
      await expect(page.locator('.unit', { hasText: words })).toBeVisible()
    const pots = page.getByRole('textbox', { name: 'Pots' })
    await expect(pots).toHaveAccessibleDescription('pots of Ash "& Slip')
    await pots.fill('many')
    await pots.blur()
    if (script) await expect(pots).toHaveAccessibleDescription(/^pots of Ash "& Slip .*number/)
    await pots.fill('3')
    await page.getByLabel('Last day at Ash "& Slip').fill('2027-03-02')
    await page.getByLabel('From').fill('2027-03-01')
    if (script) {
      await page.getByRole('slider').press('Home')
      await page.getByRole('slider').press('ArrowRight')
      await expect(page.getByRole('slider')).toHaveAttribute('aria-valuetext', '1 kilns at Ash "& Slip')
    } else await page.getByRole('textbox', { name: 'Kilns' }).fill('1')
    const email = `${unique('ash')}@studio.example`
    await page.getByLabel('Email').fill(email)
    await page.getByLabel('Last name').fill('Brandt')
    await page.getByRole('button', { name: 'Send' }).click()
    // What is missing is named as it is read.
    await expect(page.getByText('First name at Ash "& Slip', { exact: false }).nth(1)).toBeVisible()
    await page.getByLabel('First name at Ash "& Slip').fill('Oda')
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('img', { name: 'See you at Ash "& Slip' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'More for Ash "& Slip' })).toBeVisible()
    // What was sent is told by its names.
    for (const words of ['3 pots', '1 kilns', 'Oda Brandt'])
      await expect(page.getByText(words, { exact: true })).toBeVisible()
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
