import type { Answers } from '../answers/answer'
import { splitPath } from '../answers/answer'
import { mannerOf } from '../answers/registry'
import { pathsTested } from '../logic/condition'
import type { Form, Question, Step } from './definition'
import { questionsIn } from './values'

/** What a visitor's browser may know of a form: the questions, and nothing of where answers go. */
export interface VisitorForm {
  steps: Step[]
  wording: Form['wording']
  keepUnfinished: boolean
  /** Carried values that conditions and computed values look at, and no others. */
  carried: Answers
}

export function visitorView(form: Form, carried: Answers): VisitorForm {
  const conditions = [
    ...form.steps.map(({ shownWhen }) => shownWhen),
    ...questionsIn(form).map(({ question }) => question.shownWhen),
  ]
  const computed = questionsIn(form).flatMap(({ question }) => mannerOf(question).looksAt?.(question) ?? [])
  const tested = new Set([...conditions.flatMap(pathsTested), ...computed].map((path) => splitPath(path)[0]))
  return {
    steps: form.steps.map((step) => ({
      ...step,
      questions: step.questions.filter(({ off }) => !off).map(withoutDestinations),
    })),
    wording: form.wording,
    keepUnfinished: form.keepUnfinished,
    carried: Object.fromEntries(Object.entries(carried).filter(([name]) => tested.has(name))),
  }
}

const withoutDestinations = (question: Question): Question => ({
  ...question,
  ...mannerOf(question).forPage?.(question),
  lands: [],
  fill: [],
  default: null,
})
