import { ANY_EMAIL, rules as email } from '@/core/kinds/email'
import { gatherFields } from '@/core/answers/fields'
import { rules as date } from '@/core/kinds/date'
import { rules as number } from '@/core/kinds/number'
import { rules as slider } from '@/core/kinds/slider'
import { rules as time } from '@/core/kinds/time'
import { rules as address } from '@/core/kinds/web_address'
import { expect, test } from '../e2e/studio'

/** WHATWG HTML constraint validation, judged by Chromium's own `checkValidity()` on the same inputs. */

const EMAILS = [
  'ilka@tarnfield.example',
  'ilka',
  'ilka@',
  '@tarnfield.example',
  'a@b',
  'a.b@c-d.example',
  'a..b@c.example',
  '.a@c.example',
  'a@c.example.',
  'a@-c.example',
  'a@c-.example',
  'a b@c.example',
  "o'neil+tag@c.example",
  'a@b@c.example',
  '"a b"@c.example',
  'a@[127.0.0.1]',
  'a@c_d.example',
  `a@${'b'.repeat(63)}.example`,
  `a@${'b'.repeat(64)}.example`,
  'A@C.EXAMPLE',
  'a@c..example',
  'a,b@c.example',
  'a@c.example, b@c.example',
  'a%b@c.example',
  'a!#$%&*/=?^_`{|}~-@c.example',
]

const NUMBERS = [
  '0',
  '7',
  '-3',
  '+3',
  '1.5',
  '.5',
  '5.',
  '1e3',
  '1E-2',
  '1e',
  'e1',
  '1,5',
  '0x10',
  'Infinity',
  'NaN',
  '--1',
  '1 2',
  '٣',
  '1e999',
  '1240',
  '1250',
  '1320',
  '1340',
  '999',
  '1000',
  '1000.0',
  '1e3.5',
  '-0',
]

test('addresses are valid to us exactly when they are to Chromium', async ({ page }) => {
  await page.setContent('<input type="email">')
  for (const text of EMAILS) {
    const chromium = await page.locator('input').evaluate((input: HTMLInputElement, value) => {
      input.value = value
      return input.checkValidity()
    }, text)
    expect([text, email.check(text, ANY_EMAIL).ok]).toEqual([text, chromium])
  }
})

for (const settings of [
  { minimum: null, maximum: null, step: null, unit: '' },
  { minimum: 1000, maximum: 1320, step: 20, unit: '' },
  { minimum: -3, maximum: 7, step: 0.5, unit: '' },
])
  test(`numbers are valid to us exactly when they are to Chromium: ${JSON.stringify(settings)}`, async ({ page }) => {
    const { minimum, maximum, step } = settings
    await page.setContent(
      `<input type="number" step="${step ?? 'any'}" ${minimum === null ? '' : `min="${minimum}"`} ${maximum === null ? '' : `max="${maximum}"`}>`,
    )
    for (const text of NUMBERS) {
      const chromium = await page.locator('input').evaluate((input: HTMLInputElement, value) => {
        input.value = value
        // A number input empties itself when it cannot read the text.
        return input.value !== '' && input.checkValidity()
      }, text)
      expect([text, number.check(text, settings).ok]).toEqual([text, chromium])
    }
  })

const DAYS = [
  '2026-09-14',
  '2026-02-29',
  '2028-02-29',
  '1900-02-29',
  '2000-02-29',
  '2026-13-01',
  '2026-00-10',
  '2026-04-31',
  '2026-4-3',
  '0000-01-01',
  '0001-01-01',
  '9999-12-31',
  '14.09.2026',
  '2026-09-14T10:00',
  '2026-08-31',
  '2026-12-01',
]

const TIMES = [
  '09:30',
  '9:30',
  '24:00',
  '23:59',
  '00:00',
  '08:59',
  '17:31',
  '12:60',
  '12',
  '12:00:00',
  '12:00 PM',
  'noon',
]

const anyDay = { past: true, ahead: null, weekdays: false }
const SPANS = [
  ['date', DAYS, { earliest: null, latest: null }],
  ['date', DAYS, { earliest: '2026-09-01', latest: '2026-11-30' }],
  ['time', TIMES, { earliest: null, latest: null }],
  ['time', TIMES, { earliest: '09:00', latest: '17:30' }],
] as const

for (const [type, texts, span] of SPANS)
  test(`a ${type} is valid to us exactly when it is to Chromium: ${JSON.stringify(span)}`, async ({ page }) => {
    const { earliest, latest } = span
    const limits = `${earliest ? `min="${earliest}"` : ''} ${latest ? `max="${latest}"` : ''}`
    await page.setContent(`<input type="${type}" ${limits}>`)
    for (const text of texts) {
      const chromium = await page.locator('input').evaluate((input: HTMLInputElement, value) => {
        input.value = value
        // An input that cannot read the text empties itself.
        return input.value !== '' && input.checkValidity()
      }, text)
      // A time with its seconds is one to browsers, whose inputs never write them; we ask for the minute.
      if (text === '12:00:00') continue
      const ours =
        type === 'date'
          ? date.check(text, { ...span, ...anyDay })
          : time.check(text, { ...span, past: true, ahead: null })
      expect([text, ours.ok]).toEqual([text, chromium])
    }
  })

test('a slider takes exactly the stops that Chromium’s has', async ({ page }) => {
  const stops = { minimum: 500, maximum: 5000, step: 500, unit: '' }
  await page.setContent('<input type="range" min="500" max="5000" step="500">')
  for (const text of [...NUMBERS, '500', '750', '2500', '5000', '5500', '500.5']) {
    const chromium = await page.locator('input').evaluate((input: HTMLInputElement, value) => {
      input.value = value
      // A slider moves itself to the next stop; what it need not move is one.
      return value !== '' && Number(input.value) === Number(value) && input.checkValidity()
    }, text)
    // What is no floating-point number to HTML is none to us, though a slider reads it as its middle.
    expect([text, slider.check(text, stops).ok]).toEqual([text, chromium])
  }
})

/** What is an address to Chromium, and whether we take it: hosts that no name server can know, we do not. */
const ADDRESSES = [
  ['https://studio.example', true],
  ['http://studio.example/kilns?size=4#top', true],
  ['HTTPS://Studio.Example/', true],
  ['https://studio.example:8443/a', true],
  ['https://ünter.example/ö', true],
  ['https://studio.example:99999/', false],
  ['https://', false],
  ['https:///kilns', false],
  ['https://studio .example', false],
  ['https://a..example/', false],
] as const

test('web addresses are valid to us only where they are to Chromium', async ({ page }) => {
  await page.setContent('<input type="url">')
  const valid = (text: string) =>
    page.locator('input').evaluate((input: HTMLInputElement, value) => {
      input.value = value
      return input.checkValidity()
    }, text)
  for (const [text, sound] of ADDRESSES) {
    const ours = address.check(text, {})
    expect([text, ours.ok]).toEqual([text, sound])
    if (!ours.ok) continue
    expect([text, await valid(text)]).toEqual([text, true])
    expect(await valid(String(ours.answer))).toBe(true)
  }
  // And what lacks its scheme is completed to what they take.
  const completed = address.check('studio.example/kilns', {})
  expect(completed.ok && (await valid(String(completed.answer)))).toBe(true)
})

test('what a form sends is read as Chromium makes it: repeated names, and parts', async ({ page }) => {
  await page.setContent(`<form>
    <input type="checkbox" name="wares" value="glass" checked><input type="checkbox" name="wares" value="clay">
    <input type="checkbox" name="wares" value="stoneware" checked>
    <input name="person.first" value="Ilka"><input name="person.last" value="">
    <select name="lunch"><option value="soup" selected></select><input type="radio" name="coming" value="yes">
  </form>`)
  const entries = await page.locator('form').evaluate((form: HTMLFormElement) => [...new FormData(form)])
  expect(gatherFields(entries)).toEqual({
    wares: ['glass', 'stoneware'],
    person: { first: 'Ilka', last: '' },
    lunch: 'soup',
  })
})
