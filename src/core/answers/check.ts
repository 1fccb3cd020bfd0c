import type { Question, Step } from '../form/definition'
import { holds } from '../logic/condition'
import { type Answer, type Answers, isBlank, valueIn } from './answer'
import { rulesOf } from './registry'
import { explainProblem } from './wording'

/** The part of a form that checking needs; a visitor's browser has no more. */
export interface Asked {
  steps: Step[]
}

export interface AnswerError {
  name: string
  message: string
}

export interface CheckedAnswers {
  /** Tidied answers of the questions shown; a question not shown has none. */
  answers: Answers
  /** Names of the questions shown, in order. */
  shown: string[]
  /** One error at most for each question, in order. */
  errors: AnswerError[]
}

/**
 * Checks raw answers in the order visitors meet the questions.
 *
 * Whether a question shows depends only on carried values and on questions before it; one that does
 * not show is blank to everything after it, whatever was sent for it. Names the form does not ask
 * are ignored. `upTo` leaves out the steps after the one of that name.
 */
export function checkAnswers(
  form: Asked,
  raw: Readonly<Record<string, unknown>>,
  carried: Answers = {},
  upTo?: string,
): CheckedAnswers {
  const result: CheckedAnswers = { answers: {}, shown: [], errors: [] }
  const known: Answers = { ...carried }
  for (const step of stepsUpTo(form, upTo)) {
    for (const question of step.questions) {
      if (question.off || !holds(question.shownWhen, known)) continue
      const { answer, message } = checkAnswer(question, valueIn(raw, question.name))
      result.shown.push(question.name)
      result.answers[question.name] = answer
      known[question.name] = answer
      if (message !== null) result.errors.push({ name: question.name, message })
    }
  }
  return result
}

/** Checks the answer to one question that shows. */
export function checkAnswer(question: Question, raw: unknown): { answer: Answer; message: string | null } {
  const rules = rulesOf(question)
  const checked = rules.check(raw, question)
  if (!checked.ok) return { answer: null, message: explainProblem(checked.problem, question) }
  const { answer } = checked
  const met = !question.required || (rules.satisfies ? rules.satisfies(answer) : !isBlank(answer))
  return { answer, message: met ? null : explainProblem(rules.missing ?? { code: 'missing' }, question) }
}

/** An answer in words; nothing for a blank. */
export function showAnswer(question: Question | undefined, answer: Answer | undefined): string {
  if (answer === undefined || isBlank(answer)) return ''
  return question ? rulesOf(question).show(answer, question) : String(answer)
}

function stepsUpTo(form: Asked, name: string | undefined): Step[] {
  const index = form.steps.findIndex((step) => step.name === name)
  return index < 0 ? form.steps : form.steps.slice(0, index + 1)
}

/** The steps a visitor meets: those with at least one question showing for these values. */
export function stepsShown(form: Asked, shown: readonly string[]): Step[] {
  const names = new Set(shown)
  return form.steps.filter((step) => step.questions.some(({ name }) => names.has(name)))
}
