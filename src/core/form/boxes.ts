import { valueIn } from '../answers/answer'
import { rulesOf } from '../kinds/registry'
import type { Speech } from '../language/texts'
import type { Step } from './definition'

/**
 * Between what stands in a page's boxes, as its visitor writes it, and raw values, which read alike everywhere: a
 * page may go on in another language than it was begun in.
 */

/** The raw values of a form's questions, from what a page that speaks like this has in its boxes by their names. */
export function readBoxes(
  steps: readonly Step[],
  entered: Readonly<Record<string, unknown>>,
  speech: Speech,
): Record<string, unknown> {
  const values: Record<string, unknown> = {}
  for (const question of steps.flatMap(({ questions }) => questions)) {
    const typed = valueIn(entered, question.name)
    const { readBox } = rulesOf(question)
    if (typed !== undefined) values[question.name] = readBox ? readBox(typed, speech) : typed
  }
  return values
}
