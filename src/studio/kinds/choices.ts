import { domainOf, rulesOf } from '@/core/answers/registry'
import type { Question } from '@/core/form/definition'

/** An answer that can be chosen from a few, with its words; `key` stands for it in a menu. */
export interface Choice {
  key: string
  answer: string | boolean
  words: string
}

/** The answers of a question that has only a few; `null` for one that may be answered with anything. */
export function choicesOf(question: Question | undefined): Choice[] | null {
  if (!question) return null
  const domain = domainOf(question)
  const answers = domain.is === 'one of' ? domain.values : domain.is === 'yes or no' ? [true, false] : null
  const { show } = rulesOf(question)
  return answers?.map((answer) => ({ key: String(answer), answer, words: show(answer, question) })) ?? null
}

/** Choices as a menu takes them. */
export const asOptions = (choices: readonly Choice[]) => choices.map(({ key, words }) => [key, words] as const)

/** The answer a menu's key stands for; `null` for none. */
export const answerOf = (choices: readonly Choice[], key: string): Choice['answer'] | null =>
  choices.find((choice) => choice.key === key)?.answer ?? null
