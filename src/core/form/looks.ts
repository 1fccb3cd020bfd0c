import type { QuestionLook } from '../look/theme'
import type { Form } from './definition'
import { questionsIn } from './values'

/** What questions have otherwise than the form’s look, by their names. */
export const looksOfQuestions = (form: Form): Record<string, QuestionLook> =>
  Object.fromEntries(questionsIn(form).map(({ question }) => [question.name, question.ownLook]))
