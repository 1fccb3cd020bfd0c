import type { Domain } from '../answers/kind'
import { gatherFields } from '../answers/fields'
import { isRecord, type Answer } from '../answers/answer'
import type { Form, Question } from '../form/definition'
import { answeredByHand } from '../form/values'
import { partsOfCell, readDay, readNumber, readYesNo } from '../imports/read_cell'
import { COUNTRY_PART } from '../kinds/phone'
import { mannerOf, rulesOf } from '../kinds/registry'
import { ENGLISH, LANGUAGES, speak } from '../language/languages'
import { foldCase } from '../logic/fold_case'
import type { Came, CameFile } from './came'
import type { InletSettings } from './inlet'

/** What a field of a form elsewhere feeds here. */
interface Feed {
  name: string
  question: string
  part?: string | undefined
}

/** What is fed by an inlet, in the order of a form’s questions. */
export const feedsOf = (form: Form, inlet: string): Feed[] =>
  answeredByHand(form).flatMap(({ name: question, sentAs = [] }) =>
    sentAs.flatMap((one) => (one.inlet === inlet ? [{ name: one.name, question, part: one.part }] : [])),
  )

/** Whether somebody has said what an inlet’s fields are, and it was released. */
export const isUnderstood = (form: Form, inlet: string): boolean => feedsOf(form, inlet).length > 0

/**
 * A form as an inlet asks it: what the form elsewhere does not ask can be required of nobody there. Wherever a question is
 * fed it must be answered as ever.
 */
export function askedThrough(form: Form, inlet: string): Form {
  const fed = new Set(feedsOf(form, inlet).map(({ question }) => question))
  return {
    ...form,
    steps: form.steps.map((step) => ({
      ...step,
      questions: step.questions.map((one) => (fed.has(one.name) ? one : { ...one, required: false })),
    })),
  }
}

/** A post as it answers a form. */
export interface ReadCame {
  /** Raw values, each to be checked as any that is sent. */
  values: Record<string, unknown>
  /** Files, by the question that they answer. */
  files: { question: string; file: CameFile }[]
  /** What nobody has said anything of, to be kept as it came. */
  unknown: Came
  /** What else it tells, as the parameters of a link would. */
  beside: [string, string][]
}

/** Reads a post by what was agreed on. What is written in one of several ways, as days and truths are, is made one. */
export function readCame(form: Form, inlet: string, came: Came, settings: InletSettings): ReadCame {
  const feeds = feedsOf(form, inlet)
  const fields: [string, string][] = []
  const files: ReadCame['files'] = []
  const unknown: [string, string | CameFile][] = []
  for (const [name, said] of came) {
    const fed = feeds.filter((feed) => feed.name === name)
    for (const { question, part } of fed) {
      if (typeof said === 'string') fields.push([part ? `${question}.${part}` : question, said])
      else files.push({ question, file: said })
    }
    const says = typeof said !== 'string' || said.trim() !== ''
    if (fed.length === 0 && says && !settings.leftOut.includes(name) && name !== settings.trap)
      unknown.push([name, said])
  }
  const gathered = gatherFields(fields)
  const values: Record<string, unknown> = {}
  for (const question of answeredByHand(form)) {
    const raw = Object.hasOwn(gathered, question.name) ? gathered[question.name] : undefined
    if (raw !== undefined) values[question.name] = readValue(question, raw, settings)
  }
  const beside = unknown.flatMap(([name, said]): [string, string][] => (typeof said === 'string' ? [[name, said]] : []))
  return { values, files, unknown, beside }
}

/** Whether the field that no person sees was filled in. */
export const isTrapped = (came: Came, { trap }: InletSettings): boolean =>
  came.some(([name, said]) => name === trap && (typeof said !== 'string' || said.trim() !== ''))

/** What one question takes of what came, written as its kind reads it. What cannot be made out stays as it came. */
function readValue(question: Question, raw: unknown, settings: InletSettings): unknown {
  const domain = mannerOf(question).domain(question)
  if (domain.is === 'record' && isRecord(raw as Answer))
    return Object.fromEntries(
      Object.entries(raw as object).map(([part, said]) => {
        const { domain: of } = domain.parts.find((one) => one.name === part) ?? {}
        return [part, of ? readIn(of, oneOf(said), settings, (value) => wordsOfPart(question, part, value)) : said]
      }),
    )
  if (mannerOf(question).isPhone && settings.country !== null)
    return { number: oneOf(raw), [COUNTRY_PART]: settings.country }
  return readIn(domain, domain.is === 'some of' ? raw : oneOf(raw), settings, (value) => wordsOfChoice(question, value))
}

/** What is read by everybody as one: a field that came several times where one answer is wanted. */
const oneOf = (raw: unknown): unknown => (Array.isArray(raw) ? raw.filter((one) => one !== '').join(', ') : raw)

function readIn(domain: Domain, raw: unknown, { dates }: InletSettings, wordsOf: (value: string) => string[]): unknown {
  const texts = [raw].flat().filter((one) => typeof one === 'string')
  const [text = ''] = texts
  if (text.trim() === '' && texts.length < 2) return raw
  switch (domain.is) {
    case 'yes or no':
      return readYesNo(text) ?? raw
    case 'number':
      return readNumber(text) ?? raw
    case 'day':
      return readDay(text.trim(), dates) ?? raw
    case 'one of':
      return chosenFrom(domain.values, text, wordsOf) ?? raw
    case 'some of': {
      const said = texts.length > 1 || chosenFrom(domain.values, text, wordsOf) !== null ? texts : partsOfCell(text)
      return said.map((one) => chosenFrom(domain.values, one, wordsOf) ?? one)
    }
    case 'time':
    case 'text':
    case 'files':
    case 'record':
      return raw
  }
}

/** The choice that is called so, by what is stored or by what is read in any language. */
function chosenFrom(values: readonly string[], text: string, wordsOf: (value: string) => string[]): string | null {
  const folded = foldCase(text.trim())
  return (
    values.find((value) => value === text.trim()) ??
    values.find((value) => wordsOf(value).some((words) => foldCase(words) === folded)) ??
    null
  )
}

const wordsOfChoice = (question: Question, value: string): string[] => [
  value,
  rulesOf(question).show(value, question, ENGLISH),
]

const wordsOfPart = (question: Question, part: string, value: string): string[] => [
  value,
  ...LANGUAGES.map(({ tag }) => mannerOf(question).showPart?.(part, value, question, speak(tag)) ?? value),
]
