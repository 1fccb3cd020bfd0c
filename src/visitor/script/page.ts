import { Speech } from '@/core/language/texts'
import { type Answer, isBlank } from '@/core/answers/answer'
import { OTHER } from '@/core/answers/choices'
import { gatherFields } from '@/core/answers/fields'
import { readBoxes } from '@/core/form/boxes'
import { idOfQuestion } from '../errors'
import type { Question } from '@/core/form/definition'
import type { Stop } from '@/core/form/stops'
import type { PageData } from '../page'
import { markProgress, tellProgress } from '../progress'
import { type Root, rulesOf, type Saying, tellEntered } from './kinds'

/** The window that a form is in; what it stands in on a page of another site takes its place. */
export interface Around {
  scrollTo(left: number, top: number): void
  location: { reload(): void }
}

/** The page the server made, as the script finds it. */
export interface Page extends Saying {
  around: Around
  data: PageData
  form: HTMLFormElement
  /** Where it sends to, with the parameters of its link. */
  address: string
  alert: HTMLElement
  forward: HTMLButtonElement
  back: HTMLButtonElement
  /** What sending waits for, once the page's work has begun. */
  working?: Promise<(() => Promise<unknown>) | undefined>
  /** Where the page says which step it shows. */
  step: HTMLInputElement
  /** The boxes of questions by their names. */
  boxes: ReadonlyMap<string, HTMLElement>
}

/** Finds the page's parts; `null` on pages without a form. */
export function findPage(root: Root, around: Around): Page | null {
  const told = root.getElementById('lichen-form')
  if (!told) return null
  // It stands behind its form.
  const form = told.previousElementSibling as HTMLFormElement
  // Every page with a form has these.
  const part = <E extends HTMLElement>(selector: string) => form.querySelector(selector) as E
  const data = JSON.parse(told.textContent) as PageData
  return {
    root,
    around,
    data,
    speech: new Speech(data.words),
    say: (wording) => wording,
    form,
    // A question may be called as the property is.
    address: form.getAttribute('action') as string,
    alert: part('.alert'),
    forward: part('[data-forward]'),
    back: part('[data-back]'),
    step: part('[name=_step]'),
    boxes: new Map(
      [...form.querySelectorAll<HTMLElement>('[data-question]')].map((box) => [box.dataset.question ?? '', box]),
    ),
  }
}

export const questionOf = ({ data }: Page, name: string): Question | undefined =>
  data.steps.flatMap(({ questions }) => questions).find((question) => question.name === name)

/** What the visitor has entered, by name, as the server expects it. */
export const readValues = ({ form, data, speech }: Page): Record<string, unknown> =>
  readBoxes(data.steps, gatherFields([...new FormData(form)].filter(([, text]) => text !== '')), speech)

/** What the page tells of itself: its fields with `_` before their names, by their names without. */
export const ownFields = ({ form }: Page): Record<string, string> =>
  Object.fromEntries(
    [...new FormData(form)].flatMap(([name, text]) => (name[0] === '_' ? [[name.slice(1), String(text)]] : [])),
  )

/** Sends JSON to the server, also while the page is left. */
export const post = (address: string, body: string, keepalive = false): Promise<Response> =>
  fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'text/html' },
    body,
    keepalive,
  })

export const questionBox = ({ boxes }: Page, name: string): HTMLElement | null => boxes.get(name) ?? null

/** Shows or hides a question; `later` is one that shows, once what is asked now was answered. */
export function showQuestion(page: Page, name: string, shown: boolean, later: boolean): void {
  const box = questionBox(page, name)
  if (box) box.hidden = !shown
  box?.classList.toggle('later', later)
}

/** Offers to take back what was chosen, where nothing else would. */
export function offerBack({ form }: Page): void {
  for (const button of form.querySelectorAll<HTMLElement>('[data-take-back]'))
    button.hidden = !button.parentElement?.querySelector('input:checked')
}

/** Takes back what was chosen in the question that a button belongs to. */
export function takeBack(button: Element): void {
  const chosen = [...(button.parentElement?.querySelectorAll<HTMLInputElement>('input:checked') ?? [])]
  for (const input of chosen) input.checked = false
  chosen[0]?.focus()
  tellEntered(chosen[0])
}

/** Shows what a value comes to, for what is entered now. */
export function showComputed(page: Page, question: Question, answer: Answer | undefined): void {
  const told = questionBox(page, question.name)?.querySelector('[data-computed]')
  if (told) told.textContent = isBlank(answer) ? '—' : rulesOf(question).show(answer, question, page.speech)
}

/** Shows, changes or clears a question's error. */
export function showError(page: Page, name: string, message: string | null): void {
  const box = questionBox(page, name)
  const text = box?.querySelector<HTMLElement>('.error')
  if (!box || !text) return
  text.hidden = message === null
  text.textContent = message && page.say(message)
  const described = [...box.querySelectorAll('.help,.unit,.error:not([hidden])')].map(({ id }) => id).join(' ')
  const target = box.matches('fieldset') && !box.querySelector('.consent') ? box : controlOf(box)
  if (!target) return
  setOrRemove(target, 'aria-describedby', described)
  if (target !== box) setOrRemove(target, 'aria-invalid', message && 'true')
}

export const setOrRemove = (element: Element, attribute: string, value: string | null): void =>
  value ? element.setAttribute(attribute, value) : element.removeAttribute(attribute)

const controlOf = (box: HTMLElement): HTMLElement | null =>
  box.querySelector<HTMLElement>('.field:not([hidden] *)') ?? box.querySelector<HTMLElement>('input, button')

export const hasError = (page: Page, name: string): boolean =>
  questionBox(page, name)?.querySelector<HTMLElement>('.error')?.hidden === false

export function focusQuestion(page: Page, name: string): void {
  const box = questionBox(page, name)
  if (box) placeToMend(box)?.focus()
}

/** The box for anything else where that was chosen and not written; else what is chosen, or the first control. */
function placeToMend(box: HTMLElement): HTMLElement | null {
  const written = box.querySelector<HTMLInputElement>('.other .field:last-child')
  if (written?.value === '' && box.querySelector(`[value='${OTHER}']:checked`)) return written
  return box.querySelector<HTMLElement>('input:checked') ?? controlOf(box)
}

/** Says above the questions which of them are wrong, with a link to each. */
export function showErrors(page: Page, names: readonly string[]): void {
  const { alert, speech } = page
  const list = document.createElement('ul')
  for (const name of names) {
    const link = document.createElement('a')
    link.href = `#${idOfQuestion(name)}`
    link.textContent = questionBox(page, name)?.querySelector('label, legend')?.firstChild?.textContent ?? ''
    link.dataset.to = name
    const item = document.createElement('li')
    item.append(link)
    list.append(item)
  }
  alert.replaceChildren(speech.tell('wrong_answers', { count: names.length }), list)
  alert.hidden = false
}

/** Says something above the questions, for eyes and screen readers; `null` takes it away. */
export function showAlert({ alert }: Page, text: string | null): void {
  alert.hidden = text === null
  alert.textContent = text
}

export function showSteps({ form }: Page, names: readonly string[]): void {
  for (const section of form.querySelectorAll<HTMLElement>('[data-step]'))
    section.hidden = !names.includes(section.dataset.step ?? '')
}

/** Says how far a stop is on the visitor's way: in words, and as questions out of all there are. */
export function tellStep({ form, speech }: Page, stops: readonly Stop[], at: number, all: number): void {
  const told = form.querySelector<HTMLElement>(`[data-step="${stops[at]?.step}"] [data-progress]`)
  if (!told) return
  // As the server made it.
  const [words, bar] = told.children as unknown as [HTMLElement, HTMLProgressElement]
  bar.max = all
  bar.value = stops[at]?.before ?? 0
  const mark = markProgress(stops, at)
  // The first number that is told in words costs a browser more than all else that the page does as it comes.
  if (told.dataset.progress === mark) return
  told.dataset.progress = mark
  words.textContent = tellProgress(speech, stops, at)
}

/** Puts the focus where reading goes on: on the question that alone shows, or on the step's heading. */
export function focusStop(page: Page, { step, question }: Pick<Stop, 'step' | 'question'>): void {
  if (question) focusQuestion(page, question)
  else if (page.data.steps.length > 1)
    page.form.querySelector<HTMLElement>(`[data-step="${step}"] h2`)?.focus({ preventScroll: true })
  page.around.scrollTo(0, 0)
}
