import { isBeyondPage } from '../answers/wording_uses'
import { mannerOf } from '../answers/registry'
import type { Form, Question, Step } from './definition'
import { questionsIn } from './values'

/** A question with each of its wordings changed that may use what is known of the visitor. */
export const mapWordings = (question: Question, change: (wording: string) => string): Question =>
  ({
    ...question,
    shownAs: change(question.shownAs),
    help: change(question.help),
    placeholder: change(question.placeholder),
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

/** What stands around the questions, but for what uses more than values: that is written once, before anyone answers. */
const wordingsAround = ({ title, intro, look: { standing } }: Form): string[] =>
  [title, intro, standing.heading, standing.text].filter((wording) => !isBeyondPage(wording))

/** All of them on a form’s page. */
export const wordingsIn = (form: Form): string[] => [
  ...wordingsAround(form),
  ...buttonWordings(form),
  ...form.steps.map((step) => step.shownAs),
  ...questionsIn(form).flatMap(({ question }) => wordingsOf(question)),
]

/** What visitors read above a step. */
export const headingOf = ({ shownAs, title }: Step): string => shownAs || title
