import { mannerOf } from '../answers/registry'
import type { Form, Question, Step } from './definition'
import { questionsIn } from './values'

/** The settings of a question that are wordings which may use what is known of the visitor, by name. */
export const wordingSettings = (question: Question): Readonly<Record<string, string>> =>
  Object.fromEntries(
    ['shownAs', 'help', ...(mannerOf(question).says ?? [])].map((key) => [
      key,
      String(question[key as keyof Question] ?? ''),
    ]),
  )

export const wordingsOf = (question: Question): string[] => Object.values(wordingSettings(question))

/** The same of a whole form, as far as its questions go. */
export const wordingsIn = (form: Form): string[] => [
  ...form.steps.map((step) => step.shownAs),
  ...questionsIn(form).flatMap(({ question }) => wordingsOf(question)),
]

/** How visitors read it: what a question or a step is called where they meet it. */
export const shownAs = (one: Question | Step): string => one.shownAs || ('label' in one ? one.label : one.title)
