import { isBeyondPage } from '../answers/wording_uses'
import type { Form, Question, Step } from './definition'
import { findMarked } from './marked'
import { questionSchema } from './question'
import type { Standing } from '../look/look'
import { questionsIn } from './values'

const found = new WeakMap<Question, string[]>()

/** The wordings of a question that may use what is known of the visitor. */
export function wordingsOf(question: Question): string[] {
  const before = found.get(question)
  if (before) return before
  const wordings = findMarked<Question>(questionSchema, question, { mark: 'mayUseAnswers' }).map(({ text }) => text)
  found.set(question, wordings)
  return wordings
}

/** The same on the buttons. */
export const buttonWordings = ({ wording }: Form): string[] => Object.values(wording)

/** What stands around the questions, but for what uses more than values: that is written once, before anyone answers. */
const wordingsAround = ({ title, intro, look: { standing } }: Form): string[] =>
  [title, intro, standing.heading, standing.text, ...altsOf(standing)].filter((wording) => !isBeyondPage(wording))

/** What the pictures show that stand around the questions, for those who do not see them. */
export const altsOf = ({ logo, picture }: Standing): string[] => [logo, picture].flatMap((one) => one?.alt ?? [])

/** All of them on a form’s page. */
export const wordingsIn = (form: Form): string[] => [
  ...wordingsAround(form),
  ...buttonWordings(form),
  ...form.steps.map((step) => step.shownAs),
  ...questionsIn(form).flatMap(({ question }) => wordingsOf(question)),
]

/** What visitors read above a step. */
export const headingOf = ({ shownAs, title }: Step): string => shownAs || title
