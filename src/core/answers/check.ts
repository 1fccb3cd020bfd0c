import type { Question } from '../form/definition'
import { type Answer, type Facts, isBlank } from './answer'
import { rulesOf } from './registry'
import { SILENT } from '../language/texts'
import { explainProblem } from './wording'

export interface AnswerError {
  name: string
  message: string
}

/** Checks the answer to one question that shows: what it means, and what is wrong with it, if anything is. */
export function checkAnswer(
  question: Question,
  raw: unknown,
  facts?: Facts,
): { answer: Answer; message: string | null } {
  const rules = rulesOf(question)
  const { speech = SILENT } = facts ?? {}
  const checked = rules.check(raw, question, facts)
  if (!checked.ok) return { answer: null, message: explainProblem(checked.problem, question, speech) }
  const { answer } = checked
  const met = !question.required || (rules.satisfies ? rules.satisfies(answer, question) : !isBlank(answer))
  return { answer, message: met ? null : explainProblem(missing(question, answer), question, speech) }
}

const missing = (question: Question, answer: Answer) =>
  rulesOf(question).missing?.(answer, question) ?? { code: 'missing' as const }
