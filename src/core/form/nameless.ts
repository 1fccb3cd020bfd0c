import { type Answers, valueIn } from '../answers/answer'
import { namelessAnswer } from '../answers/nameless'
import { mannerOf } from '../kinds/registry'
import type { Form } from './definition'
import { questionsAsked } from './values'

/**
 * What is left of answers once whoever gave them is erased: what a form’s numbers count, of answers that tell nothing of
 * who gave them. What was carried goes, whatever it was.
 */
export const namelessAnswers = (form: Form, values: Answers): Answers =>
  Object.fromEntries(
    questionsAsked(form).flatMap(({ question }) => {
      const { unsummed, domain } = mannerOf(question)
      const kept = unsummed ? null : namelessAnswer(domain(question), valueIn(values, question.name) ?? null)
      return kept === null ? [] : [[question.name, kept] as const]
    }),
  )
