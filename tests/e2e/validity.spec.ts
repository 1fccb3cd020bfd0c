import { rules as email } from '@/core/answers/kinds/email'
import { gatherFields } from '@/core/answers/fields'
import { rules as date } from '@/core/answers/kinds/date'
import { rules as number } from '@/core/answers/kinds/number'
import { expect, test } from './studio'

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
    expect([text, email.check(text, {}).ok]).toEqual([text, chromium])
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

for (const settings of [
  { earliest: null, latest: null },
  { earliest: '2026-09-01', latest: '2026-11-30' },
])
  test(`days are valid to us exactly when they are to Chromium: ${JSON.stringify(settings)}`, async ({ page }) => {
    const { earliest, latest } = settings
    await page.setContent(
      `<input type="date" ${earliest ? `min="${earliest}"` : ''} ${latest ? `max="${latest}"` : ''}>`,
    )
    for (const text of DAYS) {
      const chromium = await page.locator('input').evaluate((input: HTMLInputElement, value) => {
        input.value = value
        // A date input empties itself when it cannot read the text.
        return input.value !== '' && input.checkValidity()
      }, text)
      expect([text, date.check(text, settings).ok]).toEqual([text, chromium])
    }
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
