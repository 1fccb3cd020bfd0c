import { type Answers, splitPath } from '../answers/answer'
import { mannerOf } from '../kinds/registry'
import { usesIn } from '../answers/wording_uses'
import type { PageFact } from '../origins/source'
import { pathsTested } from '../logic/condition'
import type { Form, Question, Step } from './definition'
import { questionsIn } from './values'
import { wordingsIn } from './wordings'

/** What a visitor's browser may know of a form: the questions, and nothing of where answers go. */
export interface VisitorForm {
  steps: Step[]
  wording: Form['wording']
  pace: Form['pace']
  keepUnfinished: boolean
  /** Carried values that conditions, computed values and wording look at, and no others. */
  carried: Answers
  /** Values among them, and questions, that wait for what only the page’s script can tell. */
  onPage: Record<string, PageFact>
}

export function visitorView(form: Form, carried: Answers, onPage: Record<string, PageFact> = {}): VisitorForm {
  const questions = questionsIn(form).map(({ question }) => question)
  const conditions = [...form.steps, ...questions].map(({ shownWhen }) => shownWhen)
  const said = wordingsIn(form).flatMap(usesIn)
  const tested = new Set([...conditions.flatMap(pathsTested), ...said.map(({ path }) => path)].map(nameIn))
  const isNeeded = (question: Question) =>
    !question.off && (tested.has(question.name) || !mannerOf(question).unseen?.(question))
  // What computes looks back only, so the last come first.
  for (const question of questions.toReversed())
    if (isNeeded(question)) for (const path of mannerOf(question).looksAt?.(question) ?? []) tested.add(nameIn(path))
  return {
    steps: form.steps.map((step) => ({
      ...step,
      questions: step.questions.filter(isNeeded).map(withoutDestinations),
    })),
    wording: form.wording,
    pace: form.pace,
    keepUnfinished: form.keepUnfinished,
    carried: Object.fromEntries(Object.entries(carried).filter(([name]) => tested.has(name))),
    onPage: Object.fromEntries(
      Object.entries(onPage).filter(
        ([name]) => tested.has(name) || questions.some((question) => question.name === name),
      ),
    ),
  }
}

const nameIn = (path: string): string => splitPath(path)[0]

const withoutDestinations = (question: Question): Question =>
  ({
    ...question,
    ...mannerOf(question).forPage?.(question),
    kind: mannerOf(question).onPage ?? question.kind,
    lands: [],
    fill: [],
    ownLook: {},
    default: null,
    turn: null,
    sentAs: undefined,
  }) as Question
