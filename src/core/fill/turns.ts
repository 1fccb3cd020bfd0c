import { type Answer, type Answers, isBlank, splitPath, valueIn } from '../answers/answer'
import { addDays } from '../answers/day'
import type { Form, Question, Step } from '../form/definition'
import { questionsAsked } from '../form/values'
import { isAnswered } from '../kinds/registry'
import { type Condition, holds, pathsTested } from '../logic/condition'
import type { Origins } from '../origins/origin'
import type { Known } from '../origins/source'
import { fillQuestions } from './fill'
import { keptSince, storedFills } from './stored_fills'

/** Of the questions that are asked in turn: which are asked this time, and what is known of the others. */
export interface Turns {
  asked: readonly string[]
  known: Answers
  /** Whether all of them is known, so that none takes a turn. */
  allKnown: boolean
}

/** Whether some of a form’s questions are asked in turn. */
export const asksInTurn = (form: Form): boolean => questionsInTurn(form).length > 0

export const questionsInTurn = (form: Form): { step: Step; question: Question }[] =>
  questionsAsked(form).filter(({ question }) => isInTurn(question))

const isInTurn = (question: Question): boolean => question.turn !== null && isAnswered(question)

/** Questions that are asked whatever is known: those that a page asked, and no others; or those that answers are there to. */
export type Whatever = { exactly: readonly string[] } | { also: readonly string[] }

/**
 * Which questions somebody is asked this time of those that are asked in turn: the first so many, in the form’s order,
 * whose answer is not known or is to be asked again, beside those that are shown filled in. One that does not show for
 * what is known takes no turn; one that depends on what is only answered now takes one, and may not show.
 * `carried` are the carried values.
 */
export const takeTurns = (form: Form, known: Known, carried: Answers, whatever: Whatever = { also: [] }): Turns =>
  deal(form, standingOf(form, known), carried, whatever, new Set())

/**
 * What somebody is asked in turn this time, the next time, and so on until nothing is left, if they answer all they are
 * asked: the names of the questions.
 */
export function foreseeTurns(form: Form, known: Known, carried: Answers): string[][] {
  const standing = standingOf(form, known)
  const visits: string[][] = []
  const met = new Set<string>()
  for (;;) {
    const { asked } = deal(form, standing, carried, { also: [] }, met)
    const fresh = asked.filter((name) => !met.has(name))
    if (fresh.length === 0 || visits.length === form.steps.flatMap(({ questions }) => questions).length) return visits
    visits.push([...asked])
    for (const name of fresh) met.add(name)
  }
}

/** How somebody stands to the questions in turn: what is stored of them, and which of that is to be asked again. */
export interface Standing {
  stored: Answers
  isDue: (question: Question) => boolean
}

const standingOf = (form: Form, known: Known): Standing => ({
  stored: knownAnswers(form, known),
  isDue: (question) => isDue(question, known),
})

/** Which questions somebody who stands so is asked. `met` will be known by then, nobody can say with which answer. */
export function deal(
  form: Form,
  { stored, isDue }: Standing,
  carried: Answers,
  whatever: Whatever,
  met: ReadonlySet<string>,
): Turns {
  const inTurn = questionsInTurn(form)
  if (inTurn.length === 0) return NO_TURNS
  const settled: Answers = { ...carried }
  /** What is answered, or computed, only now. */
  const open = new Set(questionsAsked(form).flatMap(({ question }) => (isInTurn(question) ? [] : [question.name])))
  const asked: string[] = []
  const left: Answers = {}
  let turns = 0
  for (const { step, question } of inTurn) {
    const { name } = question
    const may = [step.shownWhen, question.shownWhen].every((condition) => mayHold(condition, settled, open))
    const answer = valueIn(stored, name) ?? null
    const how = met.has(name)
      ? question.turn?.known === 'shown'
        ? 'shown'
        : 'dropped'
      : howKnown(question, answer, isDue)
    const isNext = may && how === 'asked' && turns < form.turns.atOnce
    const isAsked =
      'exactly' in whatever
        ? whatever.exactly.includes(name)
        : whatever.also.includes(name) || how === 'shown' || isNext
    if (isAsked) {
      if (how === 'asked') turns++
      asked.push(name)
      open.add(name)
    } else if (met.has(name)) open.add(name)
    else if (may && !isBlank(answer)) left[name] = settled[name] = answer
  }
  const allKnown = turns === 0 && Object.keys(stored).length > 0
  return { asked, known: left, allKnown }
}

const NO_TURNS: Turns = { asked: [], known: {}, allKnown: false }

/** What becomes of a question by what is known: it takes its turn, is shown filled in beside the others, or is dropped. */
function howKnown(question: Question, answer: Answer, isDue: Standing['isDue']): 'asked' | 'shown' | 'dropped' {
  if (isBlank(answer)) return 'asked'
  if (question.turn?.known === 'again') return isDue(question) ? 'asked' : 'dropped'
  return question.turn?.known === 'shown' ? 'shown' : 'dropped'
}

/** Whether a condition holds, or may once more is answered. */
const mayHold = (condition: Condition | null, settled: Answers, open: ReadonlySet<string>): boolean =>
  pathsTested(condition).some((path) => open.has(splitPath(path)[0])) || holds(condition, settled)

/** Answers to the questions in turn that are stored of somebody, as the questions take them. */
export function knownAnswers(form: Form, known: Known): Answers {
  const stored = questionsInTurn(form).map(({ question }) => ({
    ...question,
    fill: storedFills(question),
    default: null,
  }))
  const only = { ...form, steps: [{ ...form.steps[0], questions: stored }] as Step[], carried: [] }
  return fillQuestions(only, known).values
}

/** Whether what is known of a question has been known for so long that it is asked again. */
function isDue(question: Question, { holder, server }: Known): boolean {
  const field = keptSince(question)
  const since = field === null ? undefined : holder?.since?.[field]
  const days = question.turn?.days ?? 0
  return since !== undefined && server !== null && addDays(since, days) <= server.now.slice(0, 10)
}

/** A condition that never holds. */
const NEVER: Condition = { none: [{ all: [] }] }

/** The form as somebody is asked it: what is not asked this time never shows, and what is known of it counts as carried. */
export const formInTurn = (form: Form, { asked, known }: Turns): Form =>
  asksInTurn(form)
    ? {
        ...form,
        steps: form.steps.map((step) => ({
          ...step,
          questions: step.questions.map((question) => {
            if (!isInTurn(question) || asked.includes(question.name)) return question
            return Object.hasOwn(known, question.name)
              ? { ...question, shownWhen: NEVER, fill: [], default: null }
              : { ...question, off: true }
          }),
        })),
      }
    : form

/**
 * The turns that answers were given in, as they and their origins tell: a question that was not asked has no answer at
 * all. `also` are questions that count as asked, as somebody answers them now.
 */
export function turnsTaken(form: Form, values: Answers, origins: Origins, also: readonly string[] = []): Turns {
  const names = questionsInTurn(form).map(({ question }) => question.name)
  const isKnown = (name: string) => valueIn(origins, name) === 'known' && !also.includes(name)
  return {
    asked: names.filter((name) => !isKnown(name) && (Object.hasOwn(values, name) || also.includes(name))),
    known: Object.fromEntries(names.filter(isKnown).map((name) => [name, valueIn(values, name) ?? null])),
    allKnown: false,
  }
}

/** What is known and shows for these values: a question that does not show has no answer, whatever is stored. */
export function knownThatShows(form: Form, { known }: Turns, values: Answers): Answers {
  const showing: Answers = { ...values, ...known }
  for (const { step, question } of questionsInTurn(form)) {
    const { name } = question
    if (!Object.hasOwn(known, name)) continue
    if (![step.shownWhen, question.shownWhen].every((condition) => holds(condition, showing))) showing[name] = null
  }
  return Object.fromEntries(
    Object.keys(known).flatMap((name) => (isBlank(showing[name] ?? null) ? [] : [[name, showing[name] ?? null]])),
  )
}

/** Where what is known came from, beside the origins of what was answered. */
export const originsOfKnown = (known: Answers): Origins =>
  Object.fromEntries(Object.keys(known).map((name) => [name, 'known' as const]))
