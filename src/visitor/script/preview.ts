import { type Page, questionBox, showAlert } from './page'

/** What a preview may do with the page it is part of, whose kinds of question it does not have itself. */
interface Steering {
  values(): Record<string, unknown>
  write(values: Record<string, unknown>): Promise<void>
  turn(step: string, question: string | null): void
}

/** What a page that is a preview calls. */
export interface Preview {
  /** Whenever something changed. */
  follow(): void
  /** In place of sending. */
  send(): void
}

/** Ties a preview to the studio around it. */
export type Attach = (page: Page, steering: Steering) => Preview

/** What the studio says to a preview. */
interface Said {
  lichen?: string
  values?: Record<string, unknown>
  step?: string
  to?: string
  css?: string
}

/**
 * A preview drawn anew, because the draft changed, goes on with what was typed in the one before; it turns to the
 * step or question that is being worked on, and takes on a look while it is chosen. It tells what is typed.
 */
export const attach: Attach = (page, steering) => {
  // Until it has what was typed in the one before, what it holds is only added to that.
  let restored = false
  // Somebody may have been quicker than this script.
  let begun = [...page.form.elements].some((control) => isTouched(control, page))
  const look = new CSSStyleSheet()
  document.adoptedStyleSheets.push(look)

  const tell = (what: 'values' | 'ready') =>
    parent.postMessage(
      { lichen: what, values: steering.values(), step: page.step.value, whole: restored, begun },
      location.origin,
    )

  const restore = async ({ values, step, to }: Said) => {
    await steering.write(values ?? {})
    restored = true
    const { steps } = page.data
    const found =
      steps.find(({ name, questions }) => to === `step:${name}` || questions.some((one) => one.name === to)) ??
      steps.find(({ name }) => name === step)
    const question = found?.questions.find(({ name }) => name === to)?.name ?? null
    steering.turn(found?.name ?? page.step.value, question)
    const box = to ? questionBox(page, to) : null
    // Only this page scrolls, and not the one that frames it.
    if (box) window.scrollBy({ top: box.getBoundingClientRect().top - innerHeight / 3 })
  }

  // Before the page answers to it, which then tells.
  page.form.addEventListener('input', () => void (begun = true), true)
  addEventListener('message', ({ origin, data }: MessageEvent<Said>) => {
    if (origin !== location.origin) return
    if (data.lichen === 'restore') void restore(data)
    if (data.lichen === 'look') look.replaceSync(data.css ?? '')
  })
  tell('ready')
  return {
    follow: () => tell('values'),
    send: () => showAlert(page, page.speech.tell('preview_unsent')),
  }
}

/** Whether a control holds something else than the page came with, or told it. */
function isTouched(control: Element, { data }: Page): boolean {
  if (control instanceof HTMLSelectElement) {
    const first = [...control.options].findIndex(({ defaultSelected }) => defaultSelected)
    return control.selectedIndex !== Math.max(0, first)
  }
  if (!(control instanceof HTMLInputElement || control instanceof HTMLTextAreaElement)) return false
  // What nobody types, and what stands somewhere by itself, tells of nobody.
  if (/^(hidden|range)$/.test(control.type) || Object.hasOwn(data.onPage, control.name)) return false
  if (control instanceof HTMLInputElement && /^(checkbox|radio)$/.test(control.type))
    return control.checked !== control.defaultChecked
  return control.value !== control.defaultValue
}
