import { mannerOf } from '../answers/registry'
import type { Form, Question, Step } from './definition'
import { questionsIn } from './values'

/** The settings of a question that are wordings which may use what is known of the visitor, by name. */
export const wordingSettings = (question: Question): Readonly<Record<string, string>> =>
  Object.fromEntries(
    ['shownAs', 'help', 'errorText', ...(mannerOf(question).says ?? [])].map((key) => [
      key,
      String(question[key as keyof Question] ?? ''),
    ]),
  )

export const wordingsOf = (question: Question): string[] => Object.values(wordingSettings(question))

/** The same on the buttons. */
export const buttonWordings = ({ wording }: Form): string[] => Object.values(wording)

/** All of them in a form’s steps and on its buttons. */
export const wordingsIn = (form: Form): string[] => [
  ...buttonWordings(form),
  ...form.steps.map((step) => step.shownAs),
  ...questionsIn(form).flatMap(({ question }) => wordingsOf(question)),
]

/** How visitors read it: what a question or a step is called where they meet it. */
export const shownAs = (one: Question | Step): string => one.shownAs || ('label' in one ? one.label : one.title)
