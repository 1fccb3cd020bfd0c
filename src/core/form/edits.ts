import { joinPath, splitPath } from '../answers/answer'
import { mannerOf } from '../kinds/registry'
import { renameInTemplate } from './template'
import { type Condition, mapTests } from '../logic/condition'
import type { RecordType } from '../fields/field'
import {
  type CarriedValue,
  type Form,
  formSchema,
  type Landing,
  type Opening,
  type Question,
  type Step,
} from './definition'
import { changeMarked } from './marked'
import { type Fill, sourceOf } from '../origins/registry'
import { nameFrom } from './name_from'
import { questionSchema } from './question'
import type { Translation } from './translation'
import { findQuestion, namesTaken } from './values'

/**
 * Edits of a draft. Each takes a form and gives a new one, leaving the first as it was, so that undo is
 * keeping the old one. An edit of something that is not there changes nothing.
 */

export interface Place {
  step: string
  /** The question to stand after; `null` for the head of the step. */
  after: string | null
}

/** Adds a question with this wording, of this kind, and says what it is called. */
export function addQuestion(
  form: Form,
  label: string,
  kind: Question['kind'],
  place: Place,
): { form: Form; name: string } {
  const name = nameFrom(label, namesTaken(form))
  return { form: insertQuestion(form, newQuestion(kind, name, label), place), name }
}

/** A question of a kind with nothing set yet. */
export function newQuestion(kind: Question['kind'], name: string, label: string): Question {
  const begin = mannerOf({ kind }).begin?.(label)
  return questionSchema.parse({ kind, name, label: label.slice(0, 300), ...begin })
}

function insertQuestion(form: Form, question: Question, { step, after }: Place): Form {
  return mapSteps(form, (one) => {
    if (one.name !== step) return one
    const at = after === null ? 0 : one.questions.findIndex(({ name }) => name === after) + 1 || one.questions.length
    return { ...one, questions: one.questions.toSpliced(at, 0, question) }
  })
}

/** Puts a question in the place of the one of its name. */
export const replaceQuestion = (form: Form, question: Question): Form =>
  mapSteps(form, (step) => ({
    ...step,
    questions: step.questions.map((one) => (one.name === question.name ? question : one)),
  }))

export const updateQuestion = (form: Form, name: string, change: Partial<Question>): Form =>
  mapSteps(form, (step) => ({
    ...step,
    questions: step.questions.map((question) =>
      question.name === name ? ({ ...question, ...change } as Question) : question,
    ),
  }))

/** Copies a question to just below itself. The copy lands nowhere: two values in one field is rarely meant. */
export function duplicateQuestion(form: Form, name: string): { form: Form; name: string } {
  const question = findQuestion(form, name)
  const step = stepOf(form, name)
  if (!question || !step) return { form, name }
  const copy = { ...question, name: nameFrom(question.label, namesTaken(form)), lands: [] }
  return { form: insertQuestion(form, copy, { step: step.name, after: name }), name: copy.name }
}

export function removeQuestion(form: Form, name: string): Form {
  const without = mapSteps(form, (step) => ({
    ...step,
    questions: step.questions.filter((question) => question.name !== name),
  }))
  return { ...forgetBringer(without, name), joins: form.joins.filter(({ consent }) => consent !== name) }
}

/** A form without a value no more asks that for who brought its sender along. */
const forgetBringer = (form: Form, name: string): Form =>
  form.records.broughtBy === name ? { ...form, records: { ...form.records, broughtBy: null } } : form

/** Moves a question one place up or down, over the edge of its step into the next one. */
export function moveQuestion(form: Form, name: string, by: -1 | 1): Form {
  const from = form.steps.findIndex(({ questions }) => questions.some((question) => question.name === name))
  const step = form.steps[from]
  const question = findQuestion(form, name)
  if (!step || !question) return form
  const at = step.questions.indexOf(question)
  const inside = at + by
  if (inside >= 0 && inside < step.questions.length)
    return mapSteps(form, (one) =>
      one === step ? { ...one, questions: one.questions.toSpliced(at, 1).toSpliced(inside, 0, question) } : one,
    )
  const target = form.steps[from + by]
  if (!target) return form
  return mapSteps(form, (one) => {
    if (one === step) return { ...one, questions: one.questions.toSpliced(at, 1) }
    if (one === target)
      return { ...one, questions: by < 0 ? [...one.questions, question] : [question, ...one.questions] }
    return one
  })
}

/** Moves a question to another place, in its own step or another; after itself, it stays. */
export function placeQuestion(form: Form, name: string, place: Place): Form {
  const question = findQuestion(form, name)
  if (!question || place.after === name || !form.steps.some((step) => step.name === place.step)) return form
  const without = mapSteps(form, (step) => ({
    ...step,
    questions: step.questions.filter((one) => one !== question),
  }))
  return insertQuestion(without, question, place)
}

/** Moves a step with its questions to stand before or after another. */
export function placeStep(form: Form, name: string, beside: string, side: 'before' | 'after'): Form {
  const steps = placeBeside(form.steps, name, beside, side)
  return steps === form.steps ? form : { ...form, steps }
}

/** Moves a step one place up or down. */
export function moveStep(form: Form, name: string, by: -1 | 1): Form {
  const beside = form.steps[form.steps.findIndex((step) => step.name === name) + by]
  return beside ? placeStep(form, name, beside.name, by < 0 ? 'before' : 'after') : form
}

/** Moves a carried value to stand before or after another. */
export function placeCarried(form: Form, name: string, beside: string, side: 'before' | 'after'): Form {
  const carried = placeBeside(form.carried, name, beside, side)
  return carried === form.carried ? form : { ...form, carried }
}

function placeBeside<T extends { name: string }>(items: T[], name: string, beside: string, side: 'before' | 'after') {
  const moved = items.find((item) => item.name === name)
  const others = items.filter((item) => item !== moved)
  const at = others.findIndex((item) => item.name === beside)
  if (!moved || at < 0) return items
  const placed = others.toSpliced(side === 'before' ? at : at + 1, 0, moved)
  return placed.every((item, n) => item === items[n]) ? items : placed
}

/** Contact fields that say who somebody is. */
const WHO: readonly string[] = ['email', 'first_name', 'last_name']

/**
 * Gathers the questions that say who somebody is at the end of the last step, in the order they were asked. Steps
 * that have nothing left go.
 */
export function askContactLast(form: Form): Form {
  const saysWho = ({ lands }: Question) =>
    lands.some(({ record, field }) => record === 'contact' && WHO.includes(field))
  const gathered = form.steps.flatMap(({ questions }) => questions.filter(saysWho))
  const last = form.steps.at(-1)?.name
  const steps = form.steps.map((step) => {
    const rest = step.questions.filter((question) => !saysWho(question))
    return { ...step, questions: step.name === last ? [...rest, ...gathered] : rest }
  })
  const kept = steps.filter(({ questions }, n) => questions.length > 0 || form.steps[n]?.questions.length === 0)
  return gathered.length > 0 ? { ...form, steps: kept } : form
}

/** Adds a step below the one named, taking along the questions after `splitAfter` where one is given. */
export function addStep(form: Form, below: string, splitAfter: string | null): { form: Form; name: string } {
  const name = nameFrom(
    `step ${form.steps.length + 1}`,
    form.steps.map((step) => step.name),
  )
  const steps = form.steps.flatMap((step) => {
    if (step.name !== below) return [step]
    const at = step.questions.findIndex((question) => question.name === splitAfter)
    const kept = at < 0 ? step.questions : step.questions.slice(0, at + 1)
    const moved = at < 0 ? [] : step.questions.slice(at + 1)
    return [
      { ...step, questions: kept },
      { name, title: '', shownAs: '', shownWhen: null, questions: moved },
    ]
  })
  return { form: { ...form, steps }, name }
}

/** Removes a step; its questions go to the step before, or after for the first. The last one stays. */
export function removeStep(form: Form, name: string): Form {
  const at = form.steps.findIndex((step) => step.name === name)
  const step = form.steps[at]
  const heir = form.steps[at > 0 ? at - 1 : at + 1]
  if (!step || !heir) return form
  const steps = form.steps
    .filter((one) => one !== step)
    .map((one) =>
      one === heir
        ? { ...one, questions: at > 0 ? [...one.questions, ...step.questions] : [...step.questions, ...one.questions] }
        : one,
    )
  return { ...form, steps }
}

export const updateStep = (
  form: Form,
  name: string,
  change: Partial<Pick<Step, 'title' | 'shownAs' | 'shownWhen'>>,
): Form => mapSteps(form, (step) => (step.name === name ? { ...step, ...change } : step))

export function addCarried(form: Form, label: string): { form: Form; name: string } {
  const name = nameFrom(label, namesTaken(form))
  const carried: CarriedValue = { name, label, fill: [{ from: 'link', parameter: name }], lands: [] }
  return { form: { ...form, carried: [...form.carried, carried] }, name }
}

export const updateCarried = (form: Form, name: string, change: Partial<CarriedValue>): Form => ({
  ...form,
  carried: form.carried.map((carried) => (carried.name === name ? { ...carried, ...change } : carried)),
})

export const removeCarried = (form: Form, name: string): Form => ({
  ...forgetBringer(form, name),
  carried: form.carried.filter((carried) => carried.name !== name),
})

/** Says where a value lands, be it a question or carried. A record that values land in is opened or updated. */
export function setLandings(form: Form, name: string, lands: Landing[]): Form {
  const landed = findQuestion(form, name) ? updateQuestion(form, name, { lands }) : updateCarried(form, name, { lands })
  return lands.reduce((one, { record }) => touchRecord(one, record), landed)
}

const OPENING: Opening = { title: '{{ form_title }}', again: 'another', by: null, moves: [] }

/** Lets a form open or update a sort of record, where it does not yet. */
function touchRecord(form: Form, record: RecordType): Form {
  if (record === 'contact' || form.records[record]) return form
  return { ...form, records: { ...form.records, [record]: record === 'company' ? true : OPENING } }
}

export const setRecords = (form: Form, change: Partial<Form['records']>): Form => ({
  ...form,
  records: { ...form.records, ...change },
})

/** What an opening begins as, where there was none. */
export const newOpening = (): Opening => ({ ...OPENING })

/**
 * Gives a value another name everywhere: in conditions, routes, lists and merge fields. Where it lands
 * and what was stored under the old name stay as they are.
 */
export function renameValue(form: Form, from: string, to: string): Form {
  const name = (one: string) => (one === from ? to : one)
  const path = (one: string) => {
    const [whole, part] = splitPath(one)
    return joinPath(name(whole), part)
  }
  const condition = (when: Condition | null) => when && mapTests(when, (test) => ({ ...test, value: path(test.value) }))
  const opening = (one: Opening | null) =>
    one && { ...one, moves: one.moves.map((move) => ({ ...move, when: condition(move.when) })) }
  const fill = (one: Fill): Fill => ({ ...one, ...sourceOf(one).renamed?.(one, from, to) })
  const said = changeMarked<Form>(formSchema, form, {
    mark: 'mayUseAnswers',
    change: ({ text }) => renameInTemplate(text, from, to),
  })
  return {
    ...said,
    steps: said.steps.map((step) => ({
      ...step,
      shownWhen: condition(step.shownWhen),
      questions: step.questions.map((question) => ({
        ...question,
        ...mannerOf(question).renamed?.(question, from, to),
        name: name(question.name),
        fill: question.fill.map(fill),
        shownWhen: condition(question.shownWhen),
      })) as Question[],
    })),
    carried: form.carried.map((carried) => ({ ...carried, name: name(carried.name), fill: carried.fill.map(fill) })),
    records: {
      ...said.records,
      deal: opening(said.records.deal),
      request: opening(said.records.request),
      broughtBy: form.records.broughtBy === null ? null : name(form.records.broughtBy),
    },
    joins: form.joins.map((join) => ({ ...join, consent: name(join.consent), when: condition(join.when) })),
    routing: {
      ...form.routing,
      columns: form.routing.columns.map(path),
      rows: form.routing.rows.map((row) => ({
        ...row,
        cells: Object.fromEntries(Object.entries(row.cells).map(([key, cell]) => [path(key), cell])),
      })),
    },
    messages: said.messages.map((message) => ({ ...message, when: condition(message.when) })),
    targets: form.targets.map((target) => ({ ...target, when: condition(target.when) })),
    translations: Object.fromEntries(
      Object.entries(form.translations).map(([language, texts]) => [
        language,
        renameTranslations(texts ?? {}, from, to),
      ]),
    ),
    outcomes: said.outcomes.map((outcome) => ({ ...outcome, when: condition(outcome.when) })),
  }
}

function renameTranslations(texts: Readonly<Record<string, Translation>>, from: string, to: string) {
  const own = `questions.${from}.`
  const rename = (text: string) => renameInTemplate(text, from, to)
  return Object.fromEntries(
    Object.entries(texts).map(([key, { text, of }]) => {
      const at = key.startsWith(own) ? `questions.${to}.${key.slice(own.length)}` : key
      return [at, { text: rename(text), of: rename(of) }]
    }),
  )
}

export const stepOf = (form: Form, question: string): Step | undefined =>
  form.steps.find(({ questions }) => questions.some(({ name }) => name === question))

const mapSteps = (form: Form, change: (step: Step) => Step): Form => ({ ...form, steps: form.steps.map(change) })
