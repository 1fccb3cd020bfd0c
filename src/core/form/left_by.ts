import { type Answers, valueIn } from '../answers/answer'
import type { Form } from './definition'
import { emailQuestions } from './values'

/** The address by which somebody is matched once answers are sent: the first that is there. `null` where none is. */
export function addressIn(form: Form, answers: Answers): string | null {
  for (const { name } of emailQuestions(form)) {
    const answer = valueIn(answers, name)
    if (typeof answer === 'string' && answer !== '') return answer
  }
  return null
}
