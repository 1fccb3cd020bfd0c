import type { Path } from '@/core/answers/answer'
import type { Vocabulary } from '@/core/logic/vocabulary'

/** An answer that can be chosen from a few, with its words; `key` stands for it in a menu. */
export interface Choice {
  key: string
  answer: string | boolean
  words: string
}

/** What can be chosen at a path; `null` for a value that may be answered with anything. */
export function choicesAt(vocabulary: Vocabulary, path: Path): Choice[] | null {
  const domain = vocabulary.domainAt(path)
  const answers =
    domain?.is === 'one of' || domain?.is === 'some of'
      ? domain.values
      : domain?.is === 'yes or no'
        ? [true, false]
        : null
  return answers?.map((answer) => ({ key: String(answer), answer, words: vocabulary.showAt(path, answer) })) ?? null
}

/** Choices as a menu takes them. */
export const asOptions = (choices: readonly Choice[]) => choices.map(({ key, words }) => [key, words] as const)

/** The answer a menu's key stands for; `null` for none. */
export const answerOf = (choices: readonly Choice[], key: string): Choice['answer'] | null =>
  choices.find((choice) => choice.key === key)?.answer ?? null
