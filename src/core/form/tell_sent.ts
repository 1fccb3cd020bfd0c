import type { Speech } from '../language/texts'
import type { Answers } from '../answers/answer'
import { tellAnswers, type Told } from './show'
import { wordingOf } from '../answers/options'
import type { Form } from './definition'
import { say } from './said'
import { questionsSeen } from './values'

/** What a visitor sent, as they read it: in the words of the page, without what is computed out of their sight. */
export function tellSent(form: Form, values: Answers, speech: Speech): Told[] {
  const seen = new Map(questionsSeen(form).map((question) => [question.name, question]))
  return tellAnswers(form, values, speech).flatMap((told) => {
    const question = seen.get(told.name)
    return question ? [{ ...told, label: say(form, wordingOf(question), values, speech) }] : []
  })
}
