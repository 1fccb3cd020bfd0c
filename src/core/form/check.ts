import type { Question } from './definition'
import { type Answer, type Facts, isBlank, type Problem } from '../answers/answer'
import { rulesOf } from '../kinds/registry'
import { SILENT, type Speech } from '../language/texts'

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

/** What is wrong and what to do, in the question's own words where it has them. */
const explainProblem = (problem: Problem, { errorText }: Question, speech: Speech): string =>
  errorText || speech.tell(problem.code, problem)

const missing = (question: Question, answer: Answer) =>
  rulesOf(question).missing?.(answer, question) ?? { code: 'missing' as const }
