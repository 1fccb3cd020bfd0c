import { rules as email } from '@/core/answers/kinds/email'
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
