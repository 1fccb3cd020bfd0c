import { type Answers, type Facts, valueIn } from '../answers/answer'
import { type AnswerError, checkAnswer } from './check'
import { rulesOf } from '../kinds/registry'
import { holds } from '../logic/condition'
import type { Step } from './definition'

/** The part of a form that a walk needs; a visitor's browser has no more. */
export interface Asked {
  steps: Step[]
}

/** One visitor's way through a form, by what they have answered. */
export interface Way {
  /** The steps in which something shows, in the order they are met. */
  steps: Step[]
  /** Names of what shows, in order: questions, computed values and prose. */
  shown: string[]
  /** Tidied answers of what shows and has one; a question not shown has none. */
  answers: Answers
  /** One error at most for each question, in order. */
  errors: AnswerError[]
}

/**
 * Walks a form as a visitor meets it, and checks their raw answers on the way. Everything that depends on
 * what shows asks this: the page, the server, progress, the plan and the exports.
 *
 * Whether a step or a question shows depends only on carried values and on questions before it; what does not
 * show is blank to everything after it, whatever was sent for it; so is what was sent for a computed value.
 * Names the form does not ask are ignored.
 * `upTo` leaves out the steps after the one of that name; facts are left out for answers that were taken before.
 */
export function walkForm(
  form: Asked,
  raw: Readonly<Record<string, unknown>>,
  carried: Answers = {},
  { upTo, ...facts }: Facts & { upTo?: string | undefined } = {},
): Way {
  const way: Way = { steps: [], shown: [], answers: {}, errors: [] }
  const known: Answers = { ...carried }
  for (const step of stepsUpTo(form, upTo)) {
    if (!holds(step.shownWhen, known)) continue
    const before = way.shown.length
    for (const question of step.questions) {
      if (question.off || !holds(question.shownWhen, known)) continue
      way.shown.push(question.name)
      const { asks, compute } = rulesOf(question)
      if (asks === false) continue
      const { answer, message } = compute
        ? { answer: compute(known, question), message: null }
        : checkAnswer(question, valueIn(raw, question.name), facts)
      way.answers[question.name] = answer
      known[question.name] = answer
      if (message !== null) way.errors.push({ name: question.name, message })
    }
    if (way.shown.length > before) way.steps.push(step)
  }
  return way
}

function stepsUpTo(form: Asked, name: string | undefined): Step[] {
  const index = form.steps.findIndex((step) => step.name === name)
  return index < 0 ? form.steps : form.steps.slice(0, index + 1)
}
