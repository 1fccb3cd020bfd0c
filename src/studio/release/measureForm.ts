import type { FrameHeights } from '@/core/form/frame_html'
import { PACES, showsAllAtOnce } from '@/core/form/paces'

/** Widths of a frame on a telephone, and on a page of a site, in pixels. */
const WIDTHS = { narrow: 340, wide: 680 }
/** A page may be as tall as its frame at the least: lower than any form. */
const LOW = 50
/** Until a page that does not come is given up, in milliseconds. */
const PATIENCE = 15_000
/** Room for an error or two, in pixels. */
const SPARE = 60

/** How tall a form is at most, by its page at this address, which is ours; `null` where it does not come. */
export async function measureForm(address: string): Promise<FrameHeights | null> {
  const narrow = await measureAt(address, WIDTHS.narrow)
  const wide = narrow === null ? null : await measureAt(address, WIDTHS.wide)
  return narrow === null || wide === null ? null : { narrow, wide }
}

async function measureAt(address: string, width: number): Promise<number | null> {
  const frame = document.createElement('iframe')
  frame.src = address
  frame.title = 'The form, to be measured'
  frame.tabIndex = -1
  frame.setAttribute('aria-hidden', 'true')
  Object.assign(frame.style, { position: 'fixed', left: '-9999px', top: '0', width: `${width}px`, height: `${LOW}px` })
  try {
    const loaded = new Promise<boolean>((done) => {
      frame.addEventListener('load', () => done(true), { once: true })
      setTimeout(() => done(false), PATIENCE)
    })
    document.body.append(frame)
    const page = (await loaded) ? frame.contentDocument : null
    if (!page?.querySelector('form[data-form]')) return null
    await page.fonts.ready
    return tallestStep(page)
  } finally {
    frame.remove()
  }
}

/** The height of the page with whatever it shows at once, in turn, and all that may show in it. */
function tallestStep(page: Document): number {
  const steps = [...page.querySelectorAll<HTMLElement>('[data-step]')]
  const questions = [...page.querySelectorAll<HTMLElement>('[data-question]')]
  // What was chosen can be taken back.
  for (const button of page.querySelectorAll<HTMLElement>('[data-take-back]')) button.hidden = false
  const pace = PACES.find((one) => one === page.querySelector<HTMLElement>('[data-pace]')?.dataset.pace) ?? 'steps'
  const turns = pace === 'one' ? questions.map((one) => [one]) : steps.map((step) => questionsOf(step))
  const heights = (showsAllAtOnce(pace) ? [questions] : turns).map((shown) => {
    for (const question of questions) {
      question.hidden = !shown.includes(question)
      question.classList.remove('later')
    }
    for (const step of steps) step.hidden = !questionsOf(step).some((one) => shown.includes(one))
    return page.documentElement.scrollHeight
  })
  return Math.max(...heights) + SPARE
}

const questionsOf = (step: HTMLElement): HTMLElement[] => [...step.querySelectorAll<HTMLElement>('[data-question]')]
