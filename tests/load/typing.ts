/**
 * Measures typing on a visitor's page of 60 questions and 120 tests, at a quarter of the processor's speed: from the
 * key press to what it changes being painted, beside a page of one question in the same run.
 */
import type { Page } from '@playwright/test'
import { releasedForm } from '../support/api'
import { launchChromium } from '../support/browser'
import type { FormInput } from '@/core/form/definition'

const url = process.env.MEASURE_URL ?? ''
const token = process.env.MEASURE_TOKEN ?? ''
const SLOWER = 4
const KEYS = 60
/** Between two keys, as of somebody who writes fast; nothing else runs on the page meanwhile. */
const REST = 150
const QUESTIONS = 60

type QuestionInput = NonNullable<FormInput['steps'][number]['questions']>[number]

const text = (name: string): QuestionInput => ({ kind: 'short_text', name, label: `Question ${name}` })

/** Each question after the first tests two before it; the first is what is typed into. */
const large: FormInput = {
  title: 'Sixty questions',
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: Array.from({ length: QUESTIONS }, (_, index): QuestionInput => ({
        ...text(`q${index}`),
        shownWhen:
          index === 0
            ? null
            : {
                any: [
                  { value: 'q0', is: 'contains', to: index % 2 ? 'a' : 'b' },
                  { value: `q${Math.floor(index / 2)}`, is: 'answered' },
                ],
              },
      })),
    },
  ],
}
const small: FormInput = { title: 'One question', steps: [{ name: 'all', title: 'All', questions: [text('q0')] }] }

/** Milliseconds from each key press until the frame that shows what it changed was handed over. */
async function typeInto(page: Page, slug: string): Promise<number[]> {
  await page.goto(`${url}/f/${slug}`)
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(window, { times })
    addEventListener(
      'keydown',
      ({ timeStamp }) =>
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel()
          port1.onmessage = () => times.push(performance.now() - timeStamp)
          port2.postMessage(null)
        }),
      true,
    )
  })
  await page.locator('[name=q0]').focus()
  for (let key = 0; key < KEYS; key++) {
    // Every key turns half of the questions on or off.
    await page.keyboard.press(key % 4 === 3 ? 'Backspace' : key % 2 ? 'b' : 'a')
    await page.waitForTimeout(REST)
  }
  return page.evaluate(() => (window as unknown as { times: number[] }).times)
}

const at = (times: number[], share: number): number =>
  times.toSorted((a, b) => a - b)[Math.ceil(share * times.length) - 1] ?? 0

const tell = (times: number[]): string =>
  [0.5, 0.95, 1].map((share) => `${at(times, share).toFixed(1)}`).join(' / ') + ' ms (median, 95 %, longest)'

const reach = { url, bench: '', token }
await releasedForm(reach, 'typed-large', large)
await releasedForm(reach, 'typed-small', small)
const browser = await launchChromium()
const page = await browser.newPage({ viewport: { width: 390, height: 844 } })
await typeInto(page, 'typed-small')
const [floor, typed] = [await typeInto(page, 'typed-small'), await typeInto(page, 'typed-large')]
await browser.close()
console.log(`Typing, one question:   ${tell(floor)}`)
console.log(`Typing, 60 questions:   ${tell(typed)}   (wanted: under 50 ms at ${SLOWER}× slower)`)
console.log(`Ratio of the medians:   ${(at(typed, 0.5) / at(floor, 0.5)).toFixed(2)}`)
process.exit(at(typed, 0.95) < 50 ? 0 : 1)
