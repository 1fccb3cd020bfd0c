import type { Form, Question } from './definition'
import { domainAt, findQuestion, questionsAsked } from './values'
import { type Answer, type Answers, isBlank, type Path, type Scalar, splitPath, valueIn } from '../answers/answer'
import { ENGLISH } from '../language/languages'
import type { Speech } from '../language/texts'
import { isDay, showDay } from '../answers/day'
import type { Domain } from '../answers/kind'
import { mannerOf, rulesOf } from '../kinds/registry'
import { showPlainly } from '../answers/show_plainly'

/** An answer in words; nothing for a blank. */
export function showAnswer(
  question: Question | undefined,
  answer: Answer | undefined,
  speech: Speech = ENGLISH,
): string {
  if (isBlank(answer)) return ''
  return question ? rulesOf(question).show(answer, question, speech) : showPlainly(answer)
}

/** One answer as people read it. */
export interface Told {
  name: string
  label: string
  words: string
}

/** What was answered, in the form's order, in words. Blanks and boxes that were left unticked say nothing. */
export const tellAnswers = (form: Form, values: Answers, speech: Speech = ENGLISH): Told[] =>
  questionsAsked(form).flatMap(({ question }) => {
    const answer = valueIn(values, question.name)
    const words = answer === false && mannerOf(question).agreement ? '' : showAnswer(question, answer, speech)
    return words === '' ? [] : [{ name: question.name, label: question.label, words }]
  })

/** What stands at a path, or is compared with it, in words: “Three-phase”, “14 September 2026”. */
export function showAt(form: Form, path: Path, answer: Answer | undefined, speech: Speech = ENGLISH): string {
  const [name, part] = splitPath(path)
  const question = findQuestion(form, name)
  if (part) {
    const { showPart } = question ? mannerOf(question) : {}
    return question && showPart && !isBlank(answer)
      ? showPart(part, answer, question, speech)
      : showAs(domainAt(form, path), answer, speech)
  }
  // One choice of several stands for a list of one.
  const whole = question && isScalar(answer) && domainAt(form, path)?.is === 'some of' ? [answer] : answer
  return showAnswer(question, whole, speech)
}

const showAs = (domain: Domain | null, answer: Answer | undefined, { locale }: Speech): string =>
  domain?.is === 'day' && isDay(answer) ? showDay(answer, locale) : showPlainly(answer)

const isScalar = (answer: Answer | undefined): answer is Scalar =>
  answer !== null && answer !== undefined && typeof answer !== 'object'
