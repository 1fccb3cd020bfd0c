import type { Browser, Page } from '@playwright/test'
import { type FormInput, formSchema } from '@/core/form/definition'
import { setTranslations } from '@/core/form/translation_edits'
import { api, applied, mailTo, releasedForm, smallForm, until } from '../support/api'
import { everyKindInArabic } from '../support/every_kind_arabic'
import { expectClean } from './clean'
import { expect, facts, test, unique } from './studio'

/** A form in the language of whoever reads it: chosen, switched, and followed by mails and outcomes. */

const form = formSchema.parse({ ...smallForm, languages: ['en', 'de', 'ar'] })

const GERMAN = {
  title: 'Fragen Sie uns',
  'steps.about.title': 'Worum es geht',
  'steps.you.title': 'Wo wir Sie erreichen',
  'questions.first_name.label': 'Vorname',
  'questions.wish.label': 'Was brauchen Sie?',
  'questions.email.label': 'E-Mail',
  'questions.letter.label': 'Brennbriefe',
  'questions.letter.wording': 'Schicken Sie mir die Brennbriefe.',
  'messages.thanks.subject': 'Vielen Dank, {{ first_name }}',
  'messages.thanks.body': 'Wir haben es.',
  'outcome.title': 'Vielen Dank, {{ first_name }}',
  'outcome.body': 'Wir schreiben an {{ email }}.',
  'wording.next': 'Weiter',
  'wording.send': 'Senden',
}

async function newForm(): Promise<string> {
  const slug = unique('languages')
  await releasedForm(facts, slug, setTranslations(form, 'de', GERMAN))
  return slug
}

const open = async (browser: Browser, path: string, more: Parameters<Browser['newContext']>[0] = {}) => {
  const page = await (await browser.newContext({ baseURL: facts.url, ...more })).newPage()
  await page.goto(path)
  return page
}

const titleOf = (page: Page) => page.locator('h1').innerText()
const languageOf = (page: Page) => page.locator('html').getAttribute('lang')

test('is chosen by the link, else by the browser, else it is the form’s own', async ({ browser }) => {
  const slug = await newForm()
  const read = async (query: string, locale: string) => {
    const page = await open(browser, `/f/${slug}${query}`, { locale })
    return [await languageOf(page), await titleOf(page)]
  }
  expect(await read('', 'de-AT')).toEqual(['de', 'Fragen Sie uns'])
  expect(await read('', 'sv-SE')).toEqual(['en', 'Ask us'])
  expect(await read('?lang=de', 'en-GB')).toEqual(['de', 'Fragen Sie uns'])
  expect(await read('?lang=xx', 'de-DE')).toEqual(['de', 'Fragen Sie uns'])
  expect(await read('?lang=ar', 'de-DE')).toEqual(['ar', 'Ask us'])
})

for (const javaScriptEnabled of [true, false])
  test(`is switched on the page without losing an answer, ${javaScriptEnabled ? 'with' : 'without'} a script`, async ({
    browser,
    studio,
  }) => {
    const slug = await newForm()
    const email = `${unique('resi')}@languages.example`
    const page = await open(browser, `/f/${slug}`, { locale: 'en-GB', javaScriptEnabled })
    await page.getByLabel('First name').fill('Resi')
    await page.getByLabel('What do you need?').fill('Einen Ofen')
    // The Enter key still goes on, and never to another language.
    await page.getByLabel('First name').press('Enter')
    await expect(page.getByRole('heading', { name: 'Where to reach you' })).toBeVisible()
    await page.getByRole('textbox', { name: 'Email' }).fill('resi')
    await page.getByRole('button', { name: 'Deutsch' }).click()
    await expect(page.getByRole('heading', { name: 'Wo wir Sie erreichen' })).toBeVisible()
    expect(await languageOf(page)).toBe('de')
    await expect(page.getByRole('textbox', { name: 'E-Mail' })).toHaveValue('resi')
    // Our own words are in it, too.
    await page.getByRole('button', { name: 'Senden' }).click()
    await expect(page.getByText('Schreiben Sie eine E-Mail-Adresse, etwa name@studio.example.')).toBeVisible()
    await expect(page.getByText('Eine Antwort braucht noch einen Blick:')).toBeVisible()
    await page.getByRole('textbox', { name: 'E-Mail' }).fill(email)
    await page.getByLabel('Schicken Sie mir die Brennbriefe.').check()
    await page.getByRole('button', { name: 'Senden' }).click()
    await expect(page.getByRole('heading', { name: 'Vielen Dank, Resi' })).toBeVisible()
    expect(await languageOf(page)).toBe('de')

    const mails = await until('the mails', async () => {
      const came = await mailTo(facts, email)
      return came.length > 1 && came
    })
    const told = mails.map(({ subject, text }) => [subject, text])
    expect(told).toContainEqual(['Vielen Dank, Resi', expect.stringContaining('Wir haben es.')])
    // So is the mail that asks to confirm the list.
    expect(told).toContainEqual(['Bitte bestätigen: Firing notes', expect.stringContaining('Hier bestätigen Sie es:')])
    const { body } = await api<{ submissions: { id: string }[] }>(facts, 'GET', `/submissions?form=${slug}`)
    const submission = await applied(facts, body.submissions[0]?.id ?? '')
    expect(submission).toMatchObject({ locale: 'de-DE', values: { first_name: 'Resi', wish: 'Einen Ofen' } })
    // What was agreed to is what was read; the specialist reads the form's own words.
    expect(submission.plan.lists).toMatchObject([{ wording: 'Schicken Sie mir die Brennbriefe.' }])
    await studio.goto(`/arrivals/${body.submissions[0]?.id}`)
    await expect(studio.getByText('read in German (Germany)')).toBeVisible()
    await expect(studio.getByText('First name', { exact: false }).first()).toBeVisible()
  })

test('has the region of the browser: days and amounts as they are written there', async ({ browser }) => {
  const slug = unique('languages')
  await releasedForm(facts, slug, {
    title: 'Termin',
    languages: ['de', 'en'],
    steps: [
      {
        name: 'all',
        title: 'Alles',
        questions: [
          { kind: 'date', name: 'day', label: 'Tag', earliest: '2030-09-14' },
          { kind: 'computed', name: 'price', label: 'Preis', expression: '1234567.5' },
        ],
      },
    ],
    outcome: { title: 'Danke', body: '', summary: true },
  })
  const swiss = await open(browser, `/f/${slug}`, { locale: 'de-CH' })
  await expect(swiss.locator('[data-computed]')).toHaveText(new Intl.NumberFormat('de-CH').format(1234567.5))
  await swiss.getByLabel('Tag').fill('2020-01-01')
  await swiss.getByRole('button', { name: 'Send' }).click()
  await expect(swiss.getByText('Frühestens 14. September 2030 ist möglich.')).toBeVisible()
  const american = await open(browser, `/f/${slug}?lang=en`, { locale: 'en-US' })
  await american.getByLabel('Tag').fill('2020-01-01')
  await american.getByRole('button', { name: 'Send' }).click()
  await expect(american.getByText('Give one from September 14, 2030 on.')).toBeVisible()
})

const oven = {
  title: 'Ofen',
  languages: ['de', 'en'],
  keepUnfinished: true,
  steps: [
    {
      name: 'size',
      title: 'Maße',
      questions: [
        { kind: 'number', name: 'height', label: 'Höhe', step: 0.5, required: true },
        { kind: 'money', name: 'budget', label: 'Budget', whole: false },
        { kind: 'stepper', name: 'shelves', label: 'Ablagen', step: 0.5 },
        { kind: 'slider', name: 'share', label: 'Anteil', maximum: 10, step: 0.1 },
        {
          kind: 'short_text',
          name: 'why',
          label: 'Wozu so hoch?',
          shownWhen: { value: 'height', is: 'at_least', to: 1000 },
        },
      ],
    },
    { name: 'more', title: 'Mehr', questions: [{ kind: 'short_text', name: 'note', label: 'Notiz' }] },
  ],
  outcome: { title: 'Danke', body: '{{ height }}', summary: true },
} as const

for (const javaScriptEnabled of [true, false])
  test(`reads numbers as people there write them, ${javaScriptEnabled ? 'with' : 'without'} a script`, async ({
    browser,
  }) => {
    const slug = unique('languages')
    await releasedForm(facts, slug, oven as unknown as FormInput)
    const page = await open(browser, `/f/${slug}`, { locale: 'de-DE', javaScriptEnabled })
    const box = (name: string) => page.locator(`input.field[name=${name}]`)
    const next = page.getByRole('button', { name: 'Next' })
    await box('height').fill('1.25,0')
    await next.click()
    await expect(page.getByText('Schreiben Sie eine Zahl, nur mit Ziffern.')).toBeVisible()
    await expect(box('height')).toHaveValue('1.25,0')
    await box('height').fill('1.250,25')
    await next.click()
    await expect(page.getByText('Geben Sie eine Zahl in Schritten von 0,5 an.')).toBeVisible()
    await box('height').fill('1.250,5')
    await box('budget').fill('1.200')
    await box('shelves').fill('2,5')
    await box('share').fill('0,3')
    if (javaScriptEnabled) {
      await box('shelves').press('ArrowUp')
      await expect(box('shelves')).toHaveValue('3')
      await box('shelves').press('ArrowDown')
      await expect(box('shelves')).toHaveValue('2,5')
      const slide = page.locator('[type=range]')
      await expect(slide).toHaveValue('0.3')
      await slide.press('ArrowRight')
      await expect(box('share')).toHaveValue('0,4')
      await expect(slide).toHaveAttribute('aria-valuetext', '0,4')
      await expect(page.getByLabel('Wozu so hoch?')).toBeVisible()
    } else await box('share').fill('0,4')
    // The same numbers, in another language and back: 1.200 is not 1.2.
    await page.getByRole('button', { name: 'English' }).click()
    for (const [name, value] of Object.entries({ height: '1250.5', budget: '1200', shelves: '2.5', share: '0.4' }))
      await expect(box(name)).toHaveValue(value)
    await page.getByRole('button', { name: 'Deutsch' }).click()
    await expect(box('height')).toHaveValue('1250,5')
    // The slider is there once the script is; until then the form is sent step by step, as without one.
    if (javaScriptEnabled) await expect(page.locator('[type=range]')).toBeVisible()
    // With a script the server learns of the step in a batch of its own.
    const told = javaScriptEnabled
      ? page.waitForResponse(
          (response) => /progress/.test(response.url()) && (response.request().postData() ?? '').includes('"more"'),
        )
      : null
    await next.click()
    await expect(page.getByLabel('Notiz')).toBeVisible()
    await told
    await page.goto(`/f/${slug}`)
    await expect(box('height')).toHaveValue('1250,5')
    await expect(page.getByLabel('Notiz')).toBeVisible()
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByText('1250,5').first()).toBeVisible()
    const { body } = await api<{ submissions: { id: string }[] }>(facts, 'GET', `/submissions?form=${slug}`)
    const { values } = await applied(facts, body.submissions[0]?.id ?? '')
    expect(values).toMatchObject({ height: 1250.5, budget: 1200, shelves: 2.5, share: 0.4 })
  })

test('keeps addresses and numbers from left to right in Arabic, as they are written everywhere', async ({
  browser,
}) => {
  const slug = unique('languages')
  const outcome = { title: 'Thank you', body: '', summary: true }
  await releasedForm(facts, slug, { ...everyKindInArabic(slug), outcome })
  const page = await open(browser, `/f/${slug}?lang=ar`, { locale: 'ar-EG' })
  const directions = await page.evaluate(() =>
    ['a_email', 'a_phone.number', 'a_number', 'a_money', 'a_web_address', 'a_short_text'].map(
      (name) => getComputedStyle(document.querySelector(`[name="${name}"]`) as Element).direction,
    ),
  )
  expect(directions).toEqual(['ltr', 'ltr', 'ltr', 'ltr', 'ltr', 'rtl'])
  // A scale counts in the digits that people there read.
  await expect(page.locator('[data-question=a_scale] b')).toHaveText('٠١٢٣٤٥٦٧٨٩'.split('').concat('١٠'))
  await page.locator('[name="a_phone.number"]').fill('+46 70 174 06 05')
  await page.locator('[name=a_number]').fill('٣')
  await page.locator('[name=email]').fill('oda@studio.example')
  await page.getByRole('button', { name: 'إرسال' }).click()
  await expect(page.getByText('٣ لوح')).toBeVisible()
  // The parts of the number stand in their order, as the eye meets them.
  const places = await page.getByText('+46 70 174 06 05').evaluate((element) => {
    const text = element.firstChild as Text
    return [0, 4, 7, 11, 14].map((at) => {
      const range = document.createRange()
      range.setStart(text, at)
      range.setEnd(text, at + 1)
      return range.getBoundingClientRect().x
    })
  })
  expect(places).toEqual(places.toSorted((a, b) => a - b))
})

for (const width of [390, 1280])
  test(`reads from right to left in Arabic, and is clean, ${width} wide`, async ({ browser }) => {
    const page = await open(browser, '/f/kiln-finder?lang=ar', { viewport: { width, height: 844 } })
    expect(await page.locator('html').getAttribute('dir')).toBe('rtl')
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('أي فرن يناسب ورشتك؟')
    await expectClean(page)
    // What stands first stands right: the label's start, the radio before its words, the way on before the way back.
    const right = async (selector: string) => {
      const box = await page.locator(selector).first().boundingBox()
      return (box?.x ?? 0) + (box?.width ?? 0)
    }
    const main = await page.locator('form').boundingBox()
    expect(Math.abs((await right('.question legend')) - ((main?.x ?? 0) + (main?.width ?? 0)))).toBeLessThan(3)
    const family = await page.evaluate(async () => {
      await document.fonts.ready
      return [...document.fonts].filter(({ status, family: name }) => status === 'loaded' && name.includes('Readex'))
        .length
    })
    expect(family).toBeGreaterThan(0)
    await page.getByText('خزف حجري').click()
    const next = page.getByRole('button', { name: 'التالي' })
    await next.click()
    await expect(page.getByRole('heading', { name: 'غرفتك' })).toBeVisible()
    await next.click()
    await expect(page.getByText('اختر أحد الخيارات.')).toBeVisible()
    await expect(page.getByText('إجابة واحدة تحتاج إلى مراجعة:')).toBeVisible()
    await expectClean(page)
  })
