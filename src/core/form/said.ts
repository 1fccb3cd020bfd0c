import type { Speech } from '../language/texts'
import { type Answers, isBlank, partOf, splitPath, valueIn } from '../answers/answer'
import type { AnswerError } from './check'
import { rulesOf } from '../kinds/registry'
import { showPlainly } from '../answers/show_plainly'
import { sayWith } from '../answers/wording_uses'
import type { Asked } from './walk'

/** What stands at a path, in words; nothing for a blank, and for a box that was left unticked. */
function wordsAt({ steps }: Asked, known: Answers, path: string, speech: Speech): string {
  const [name, part] = splitPath(path)
  const answer = valueIn(known, name)
  if (answer === undefined || isBlank(answer) || answer === false) return ''
  if (part) return showPlainly(partOf(answer, part))
  const question = steps.flatMap(({ questions }) => questions).find((one) => one.name === name)
  return question ? rulesOf(question).show(answer, question, speech) : showPlainly(answer)
}

/** Writes a wording of the page for what is known of one visitor. */
export const say = (form: Asked, wording: string, known: Answers, speech: Speech): string =>
  sayWith(wording, (path) => wordsAt(form, known, path, speech))

/** The same of what is said to be wrong, which a form may word itself. */
export const sayErrors = (form: Asked, errors: readonly AnswerError[], known: Answers, speech: Speech): AnswerError[] =>
  errors.map(({ name, message }) => ({ name, message: say(form, message, known, speech) }))
