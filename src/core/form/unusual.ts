import type { Question } from './definition'
import { PART_WORDS } from './differences'
import { newQuestion } from './edits'

/** Which of some parts of a question are otherwise than its kind begins with, in words. */
export function tellUnusual(question: Question, parts: readonly string[]): string[] {
  const usual = newQuestion(question.kind, question.name, question.label) as unknown as Record<string, unknown>
  const now = question as unknown as Record<string, unknown>
  return parts
    .filter((part) => JSON.stringify(now[part]) !== JSON.stringify(usual[part]))
    .map((part) => PART_WORDS[part] ?? part)
}
