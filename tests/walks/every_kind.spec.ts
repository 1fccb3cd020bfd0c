import type { Locator, Page } from '@playwright/test'
import { api, applied, mailTo, releasedForm, until } from '../support/api'
import type { Answers } from '@/core/answers/answer'
import { SMALL_PICTURE } from '../support/pictures'
import { EVERY_KIND, formOfEveryKind, KINDS_TRIED, type Move } from '../support/every_kind'
import { expect, facts, test, unique } from '../e2e/studio'

/** Every kind of question: asked, answered in each way there is, stored, and told in words. */

const slug = unique('every-kind')

/** Whoever goes on with these tests after others finds the form made. */
let made: Promise<void> | undefined
test.beforeAll(() => (made ??= releasedForm(facts, slug, formOfEveryKind(slug))))

async function make(page: Page, box: Locator, move: Move): Promise<void> {
  if ('press' in move) for (let n = 0; n < (move.times ?? 1); n++) await page.keyboard.press(move.press)
  else if ('click' in move) await box.getByLabel(move.click, { exact: true }).click()
  else if ('press_button' in move) await box.getByRole('button', { name: move.press_button }).click()
  else if ('tick' in move) {
    const within = move.of ? box.getByRole('radiogroup', { name: move.of }) : box
    await within.getByLabel(move.tick, { exact: true }).check()
  } else if ('attach' in move) await attach(page, box, move)
  else if ('choose' in move) await box.getByLabel(move.from).selectOption({ label: move.choose })
  else if (move.into) await box.getByLabel(move.into, { exact: true }).fill(move.write)
  else await page.keyboard.type(move.write)
}

/** Chooses a file, as a mouse does or as a key does that opens the same dialog. */
async function attach(page: Page, box: Locator, { attach: name, by }: { attach: string; by?: string }): Promise<void> {
  const file = { name, mimeType: 'image/png', buffer: SMALL_PICTURE }
  if (by === undefined) return box.locator('[type=file]').setInputFiles(file)
  const [dialog] = await Promise.all([page.waitForEvent('filechooser'), page.keyboard.press(by)])
  await dialog.setFiles(file)
}

const boxOf = (page: Page, kind: string) => page.locator(`[data-question="a_${kind}"]`)

/** Whether the focus is in a question, or in a part of one of its controls that a page cannot see. */
const hasFocus = (box: Locator) => box.evaluate((element) => element.contains(document.activeElement))

async function answerAll(page: Page, how: 'mouse' | 'plain', email: string): Promise<void> {
  await page.goto(`/f/${slug}`)
  for (const [kind, tried] of KINDS_TRIED)
    for (const move of (how === 'plain' && tried.plain) || tried.mouse) await make(page, boxOf(page, kind), move)
  await page.getByLabel('Where to reach you').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
}

/** What was stored of whoever has this address. */
async function storedOf(email: string) {
  return until('the submission', async () => {
    const path = `/submissions?form=${slug}&search=${encodeURIComponent(email)}`
    const { body } = await api<{ submissions: { id: string }[] }>(facts, 'GET', path)
    const id = body.submissions[0]?.id
    return id ? { id, values: withoutPlaces((await applied(facts, id)).values) } : null
  })
}

/** Answers without the places and ids of files, which differ from time to time. */
const withoutPlaces = (values: Record<string, unknown>): Answers =>
  JSON.parse(JSON.stringify(values).replaceAll(/http:\/\/[^"/]+\/files\/[0-9a-f-]{36}\//g, 'file:')) as Answers

const ANSWERED = KINDS_TRIED.filter(([, { answer }]) => answer !== null)
const ALL = Object.fromEntries(ANSWERED.map(([kind, { answer }]) => [`a_${kind}`, answer]))

test('by mouse; and told in words in Arrivals, in the mail and in Readout', async ({ page, studio }) => {
  const email = `${unique('mouse')}@studio.example`
  await answerAll(page, 'mouse', email)
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const { id, values } = await storedOf(email)
  expect(values).toMatchObject(ALL)
  await studio.goto(`/arrivals/${id}`)
  for (const [, { words }] of ANSWERED)
    await expect(studio.getByRole('cell', { name: words, exact: true }).first()).toBeVisible()
  const mail = await until('the desk’s mail', async () =>
    (await mailTo(facts, 'advice@tarnfield.example')).find(({ replyTo }) => replyTo === email),
  )
  for (const [, { label, words }] of ANSWERED) {
    expect(mail.text).toContain(label)
    expect(mail.text.replaceAll(/\s+/g, ' ')).toContain(words)
  }
})

test('by keys alone', async ({ page }) => {
  const email = `${unique('keys')}@studio.example`
  // From now on a browser hands its dialogs over; asked with the key itself, it may come too late.
  page.on('filechooser', () => undefined)
  await page.goto(`/f/${slug}`)
  await boxOf(page, KINDS_TRIED[0]?.[0] ?? '')
    .locator('input')
    .focus()
  for (const [kind, { keys }] of KINDS_TRIED) {
    if (keys.length === 0) continue
    expect([kind, await hasFocus(boxOf(page, kind))]).toEqual([kind, true])
    for (const move of keys) await make(page, boxOf(page, kind), move)
    while (await hasFocus(boxOf(page, kind))) await page.keyboard.press('Tab')
  }
  await page.keyboard.type(email)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeFocused()
  expect((await storedOf(email)).values).toMatchObject(ALL)
})

test.describe('on a phone with JavaScript off', () => {
  test.use({ javaScriptEnabled: false, viewport: { width: 390, height: 844 } })

  test('in one go', async ({ page }) => {
    const email = `${unique('plain')}@studio.example`
    await answerAll(page, 'plain', email)
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
    expect((await storedOf(email)).values).toMatchObject(ALL)
  })
})

test('unanswered, none of them is taken for an answer', async ({ page }) => {
  const email = `${unique('none')}@studio.example`
  await page.goto(`/f/${slug}`)
  await page.getByLabel('Where to reach you').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const { values } = await storedOf(email)
  for (const [kind, { unanswered = null }] of KINDS_TRIED)
    expect([kind, values[`a_${kind}`] ?? null]).toEqual([kind, unanswered])
})

test('what was chosen and would stay can be taken back', async ({ page }) => {
  const email = `${unique('back')}@studio.example`
  await page.goto(`/f/${slug}`)
  const staying = ['rating', 'scale', 'single_choice', 'yes_no', 'matrix'] as const
  for (const kind of staying) {
    const box = boxOf(page, kind)
    await expect(box.getByRole('button', { name: 'Take it back' })).toBeHidden()
    for (const move of EVERY_KIND[kind].mouse) await make(page, box, move)
    await box.getByRole('button', { name: 'Take it back' }).click()
    expect([kind, await hasFocus(box)]).toEqual([kind, true])
    await expect(box.getByRole('button', { name: 'Take it back' })).toBeHidden()
  }
  await page.getByLabel('Where to reach you').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const { values } = await storedOf(email)
  for (const kind of staying) expect([kind, values[`a_${kind}`] ?? null]).toEqual([kind, null])
})

test('the visitor’s view turns to the row that is open, and every kind opens', async ({ studio }) => {
  await studio.goto(`/forms/${slug}/compose`)
  const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await expect(view.getByRole('button', { name: 'Send' })).toBeVisible()
  for (const [kind, { label }] of KINDS_TRIED.toReversed()) {
    const row = studio.locator(`[data-row="a_${kind}"]`)
    await row.click()
    await expect(studio.getByLabel('Wording', { exact: true })).toHaveValue(label)
    await expect(view.locator(`[data-question="a_${kind}"]`)).toBeInViewport()
    await row.click()
  }
  // The ledger scrolls within itself: below it the page has nothing.
  expect(await studio.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBe(0)
})
