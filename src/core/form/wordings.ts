import { mannerOf } from '../answers/registry'
import type { Form, Question, Step } from './definition'
import { questionsIn } from './values'

/** A question with each of its wordings changed that may use what is known of the visitor. */
export const mapWordings = (question: Question, change: (wording: string) => string): Question =>
  ({
    ...question,
    shownAs: change(question.shownAs),
    help: change(question.help),
    errorText: change(question.errorText),
    ...mannerOf(question).mapWordings?.(question, change),
  }) as Question

export function wordingsOf(question: Question): string[] {
  const found: string[] = []
  mapWordings(question, (wording) => {
    found.push(wording)
    return wording
  })
  return found
}

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
