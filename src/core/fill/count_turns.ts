import { type Answer, type Answers, isBlank, splitPath } from '../answers/answer'
import type { Form } from '../form/definition'
import { mannerOf } from '../kinds/registry'
import { pathsTested } from '../logic/condition'
import { NOTHING_KNOWN } from '../origins/source'
import { storedFills } from './stored_fills'
import { deal, knownAnswers, questionsInTurn } from './turns'

/** A field by which a question in turn knows its answer. */
export interface TurnField {
  /** The question. */
  name: string
  record: 'contact' | 'company'
  field: string
  /** Whether it matters what is stored, and not only that something is. */
  exact: boolean
  /** After how many days it is asked again; `null` for never. */
  days: number | null
}

/** The fields that tell what people are asked in turn. Questions that none tells are not among them: they are always unknown. */
export function turnFields(form: Form): TurnField[] {
  const inTurn = questionsInTurn(form)
  const tested = new Set(
    inTurn
      .flatMap(({ step, question }) => [...pathsTested(step.shownWhen), ...pathsTested(question.shownWhen)])
      .map((path) => splitPath(path)[0]),
  )
  return inTurn.flatMap(({ question }): TurnField[] => {
    const [fill] = storedFills(question)
    if (fill?.from !== 'record' || (fill.record !== 'contact' && fill.record !== 'company')) return []
    const { name, turn } = question
    const isAnyText = ['text', 'number', 'day', 'time'].includes(mannerOf(question).domain(question).is)
    return [
      {
        name,
        record: fill.record,
        field: fill.field,
        exact: tested.has(name) || !isAnyText,
        days: turn?.known === 'again' ? turn.days : null,
      },
    ]
  })
}

/** So many people who are alike in all that these fields say. */
export interface Alike {
  people: number
  /** What is stored, by question; `true` where it only matters that something is. */
  stored: Answers
  /** Questions whose field was set so long ago that they are asked again. */
  due: readonly string[]
}

export interface TurnCounts {
  people: number
  /** Of how many all is known. */
  allKnown: number
  /** For each question in turn: of how many its answer is known, and how many would be asked it now. */
  questions: { name: string; known: number; asked: number }[]
}

/** How many of these people would be asked each question now, as `takeTurns` says of each of them. */
export function countTurns(form: Form, groups: readonly Alike[]): TurnCounts {
  const fields = turnFields(form)
  const inTurn = questionsInTurn(form).map(({ question }) => question)
  const counts = new Map(inTurn.map(({ name }) => [name, { name, known: 0, asked: 0 }]))
  let allKnown = 0
  for (const { people, stored, due } of groups) {
    const answers = answersIn(form, fields, stored)
    const turns = deal(form, { stored: answers, isDue: ({ name }) => due.includes(name) }, {}, { also: [] }, new Set())
    if (turns.allKnown) allKnown += people
    for (const { name, turn } of inTurn) {
      const count = counts.get(name)
      const isKnown = !isBlank(answers[name] ?? null)
      if (!count) continue
      if (isKnown) count.known += people
      if (turns.asked.includes(name) && !(isKnown && turn?.known === 'shown')) count.asked += people
    }
  }
  return { people: groups.reduce((sum, one) => sum + one.people, 0), allKnown, questions: [...counts.values()] }
}

/** What is stored as the questions take it. */
function answersIn(form: Form, fields: readonly TurnField[], stored: Answers): Answers {
  const records: Record<'contact' | 'company', Record<string, Answer>> = { contact: {}, company: {} }
  const there: Record<string, Answer> = {}
  for (const { name, record, field, exact } of fields) {
    const value = stored[name] ?? null
    if (exact) records[record][field] = value
    else if (!isBlank(value)) there[name] = value
  }
  return { ...knownAnswers(form, { ...NOTHING_KNOWN, holder: { records, lists: [], sent: {} } }), ...there }
}
