import { splitPath, valueIn } from '@/core/answers/answer'
import { checkAnswer } from '@/core/form/check'
import { walkForm } from '@/core/form/walk'
import {
  type Around,
  findPage,
  focusQuestion,
  focusStop,
  hasError,
  offerBack,
  type Page,
  questionBox,
  questionOf,
  readValues,
  setOrRemove,
  showAlert,
  showComputed,
  showError,
  showErrors,
  showQuestion,
  showSteps,
  takeBack,
  tellStep,
} from './page'
import { placeOf, type Stop, stopsOf } from '@/core/form/stops'
import { showsAllAtOnce } from '@/core/form/paces'
import { forwardWords } from '../forward'
import { enlivenOf, type Root, rulesOf, watchers } from './kinds'
import type { Attach, Preview } from './preview'
import { followProgress } from './progress'
import { send } from './send'
import { work } from './work'

/** Written by the build: the script of a preview. */
declare const PREVIEW: string

// What stands on a page of another site is brought to life by what put it there.
void enliven(document, window)

/** Makes the form that stands in a root answer at once. Everything it does, the server does too when this never runs. */
export async function enliven(root: Root, around: Around): Promise<void> {
  const page = findPage(root, around)
  if (!page) return
  const { data, form, speech } = page
  const { now } = data
  const progress = followProgress(page)
  const unsent = progress.unsent()
  // Few pages wait for what a script tells, and few addresses have parameters that no server sees.
  if (location.hash || data.tells) await (await import('./tell_browser')).tell(page)
  // What few pages ever do is loaded by those that do, before the page answers to anybody: what they enter then is newer.
  const restore = unsent && (await import('./write_values')).writeValues
  /** Where the visitor is. */
  let here: Pick<Stop, 'step' | 'question'> = {
    step: form.querySelector<HTMLElement>('[data-step]:not([hidden])')?.dataset.step ?? '',
    question: null,
  }
  let busy = false
  /** Names of the questions that need another look. */
  let wrong: string[] = []
  let tries = 0
  let later: number | undefined
  /** Where this is one. */
  let preview: Preview | undefined

  const walk = (upTo?: string) => walkForm(data, readValues(page), data.carried, { upTo, now, speech })

  /** Shows a stop, and what shows in it for what is entered now; gives all there are. */
  const refresh = () => {
    const way = walk()
    const stops = stopsOf(data.pace, way)
    const at = placeOf(stops, here)
    here = stops[at] ?? here
    page.step.value = here.step
    for (const { questions } of data.steps)
      for (const question of questions) {
        const { name } = question
        showQuestion(page, name, way.shown.includes(name), (here.question ?? name) !== name)
        if (rulesOf(question).compute) showComputed(page, question, valueIn(way.answers, name))
      }
    showSteps(page, showsAllAtOnce(data.pace) ? way.steps.map(({ name }) => name) : [here.step])
    tellStep(page, stops, at, way.shown.length)
    offerBack(page)
    for (const watch of watchers) watch(page, way)
    const left = stops.length - 1 - at
    page.forward.textContent = page.say(forwardWords(data.wording, left))
    page.back.hidden = at <= 0
    preview?.follow()
    return stops
  }

  const go = (stop: typeof here) => {
    here = stop
    showAlert(page, null)
    refresh()
    progress.reach(here.step)
    focusStop(page, here)
  }

  /** Goes so many stops on, if there is one there. */
  const goBy = (by: number) => {
    const stops = refresh()
    const stop = stops[placeOf(stops, here) + by]
    if (stop) go(stop)
    return stop
  }

  /** Leads to a question, in whichever step it is. */
  const lead = (name: string) => {
    const step = data.steps.find(({ questions }) => questions.some((question) => question.name === name))
    if (step && (step.name !== here.step || here.question)) go({ step: step.name, question: here.question && name })
    focusQuestion(page, name)
  }

  const complain = (errors: { name: string; message: string }[]) => {
    for (const { name, message } of errors) showError(page, name, message)
    const [first] = errors
    if (!first) return
    lead(first.name)
    wrong = errors.map(({ name }) => name)
    showErrors(page, wrong)
  }

  const forward = async () => {
    const { errors, shown } = walk(here.step)
    const until = here.question ? shown.indexOf(here.question) : shown.length
    const wrongHere = errors.filter(({ name }) => shown.indexOf(name) <= until)
    if (wrongHere.length > 0) return complain(wrongHere)
    if (!goBy(1) && shown.length > 0) await sendAll()
  }

  const sendAll = async () => {
    if (data.mode === 'preview') return preview?.send()
    busy = true
    clearTimeout(later)
    setOrRemove(page.forward, 'aria-busy', 'true')
    const sent = await send(page)
    busy = false
    setOrRemove(page.forward, 'aria-busy', null)
    if (sent.result === 'sent') {
      progress.finish()
      if (sent.next) location.assign(sent.next)
      else showOutcome(page, sent.page)
    } else if (sent.result === 'wrong') complain(sent.errors)
    else if (sent.result === 'changed') {
      progress.keepForReload()
      around.location.reload()
    } else {
      progress.keepForReload()
      showAlert(page, speech.tell(sent.why))
      page.alert.focus()
      later = window.setTimeout(() => void sendAll(), 1000 * Math.min(60, (sent.again || 5) * ++tries))
    }
  }

  form.addEventListener('submit', (event) => {
    const { submitter } = event
    // The same page in another language comes from the server, with what is entered.
    if (submitter?.lang) return
    event.preventDefault()
    if (busy) return
    if (submitter === page.back) goBy(-1)
    else void forward()
  })

  form.addEventListener('input', (event) => {
    // Whoever changes an answer is not done: it is sent when they say so.
    clearTimeout(later)
    progress.reach(stepOf(event.target) ?? here.step, true)
    void work(page)
    const name = nameOf(event.target)
    if (name && hasError(page, name)) recheck(page, name)
    refresh()
  })

  form.addEventListener('click', (event) => {
    const { target } = event
    if (!(target instanceof HTMLElement)) return
    if (target.matches('[data-take-back]')) takeBack(target)
    // Links above the questions lead to those that are wrong.
    const { to } = target.dataset
    if (!to) return
    event.preventDefault()
    lead(to)
    showErrors(page, wrong)
  })

  form.addEventListener('focusout', (event) => {
    const name = nameOf(event.target)
    // Leaving a field empty is not wrong yet; what is in it may be, once all of the question is left.
    if (name && readValues(page)[name] && nameOf(event.relatedTarget) !== name) recheck(page, name)
  })

  for (const question of data.steps.flatMap(({ questions }) => questions)) {
    const box = questionBox(page, question.name)
    if (box) enlivenOf(question)?.(box, speech)
  }
  if (unsent) {
    restore?.(page, unsent.values)
    const step = data.steps.find(({ name }) => name === unsent.steps.at(-1))
    if (step) here = { step: step.name, question: null }
    for (const reached of unsent.steps) progress.reach(reached, true)
  }
  if (data.mode === 'preview')
    void import(PREVIEW).then(({ attach }: { attach: Attach }) => {
      preview = attach(page, {
        values: () => readValues(page),
        write: async (values) => (await import('./write_values')).writeValues(page, values),
        turn(step, question) {
          here = { step, question }
          refresh()
        },
      })
    })
  refresh()
}

/** The question that a control belongs to, or an empty text; what a form's fields tell of is an element. */
const nameOf = (target: EventTarget | null): string =>
  splitPath((target as Element | null)?.getAttribute('name') ?? '')[0]

/** The step that a control is in. */
const stepOf = (target: EventTarget | null): string | undefined =>
  (target as Element | null)?.closest<HTMLElement>('[data-step]')?.dataset.step

function recheck(page: Page, name: string): void {
  const question = questionOf(page, name)
  if (question)
    showError(
      page,
      name,
      checkAnswer(question, readValues(page)[name], { now: page.data.now, speech: page.speech }).message,
    )
}

/** Puts the outcome's page in place of this one, and the focus on its title. */
function showOutcome({ root, around }: Page, html: string): void {
  const { title, body } = new DOMParser().parseFromString(html, 'text/html')
  // Of a page of another site it stays as it is: there it is no more than a mark on what the form stands in.
  ;(root as Document).title = title
  root.querySelector('main')?.replaceWith(...body.children)
  root.querySelector('h1')?.focus()
  around.scrollTo(0, 0)
}
