import { isAnswered, mannerOf } from '../kinds/registry'
import { describeCondition } from '../logic/describe'
import { describeRule } from './describe'
import type { Form, Question } from './definition'
import { answeredByHand, questionsIn } from './values'
import { vocabularyOf } from './vocabulary'

/** A question as a page elsewhere sends its answer, which asks all of a form at once. */
export interface SentField {
  name: string
  label: string
  /** What its answer must be, in words. */
  takes: string
  /** Whether nothing is sent without it. */
  must: boolean
  /** When it is asked at all, in words: what is sent of it in other cases is left out. `null` for always. */
  when: string | null
}

/** What pages elsewhere send of a form, in its order. */
export function fieldsSent(form: Form): SentField[] {
  const words = vocabularyOf(form)
  return questionsIn(form).flatMap(({ step, question }) => {
    if (!isAnswered(question)) return []
    const when = [step.shownWhen, question.shownWhen].flatMap((one) => (one ? [describeCondition(words, one)] : []))
    return {
      name: question.name,
      label: question.label,
      takes: describeRule(question),
      must: question.required && when.length === 0,
      when: when.length > 0 ? when.join(', and ') : null,
    }
  })
}

/**
 * What a release changes for pages elsewhere that were written for the one before: whatever they do not ask yet is asked
 * on our own page, before anything is sent.
 */
export function tellElsewhereDifferences(before: Form, after: Form): string[] {
  const [old, now] = [before, after].map((form) => new Map(fieldsSent(form).map((field) => [field.name, field])))
  const told: string[] = []
  for (const [name, field] of now ?? []) {
    const was = old?.get(name)
    if (!was) told.push(`“${name}” is new${field.must ? ': whoever sends without it is asked it on our page' : ''}`)
    else if (field.must && !was.must)
      told.push(`“${name}” must be answered now: whoever sends without it is asked it on our page`)
    if (was && !takesSame(before, after, name)) told.push(`“${name}” takes other answers`)
  }
  for (const name of old?.keys() ?? [])
    if (!now?.has(name)) told.push(`“${name}” is asked no more: what is sent as it goes nowhere`)
  return told
}

const takesSame = (before: Form, after: Form, name: string): boolean => {
  const [old, now] = [before, after].map((form) => answeredByHand(form).find((one) => one.name === name))
  return old?.kind === now?.kind && domainOf(old) === domainOf(now)
}

const domainOf = (question: Question | undefined): string =>
  question === undefined ? '' : JSON.stringify(mannerOf(question).domain(question))
