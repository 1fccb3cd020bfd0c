import { type Answer, isBlank, partOf, sameAnswer, valueIn } from '../answers/answer'
import type { Form, Question } from '../form/definition'
import { questionsAsked } from '../form/values'
import { mannerOf, rulesOf } from '../kinds/registry'
import { type Fill, sourceOf } from '../origins/registry'
import { NOTHING_KNOWN } from '../origins/source'
import { fillQuestions } from './fill'

/** A link that fills in what somebody has filled in. */
export interface PrefilledLink {
  url: string
  /** Names of the questions that it fills in. */
  filled: string[]
  /** Names of those that it does not, though they could be: nothing of theirs is filled from a link. */
  left: string[]
}

/**
 * Writes the answers on a page into a link to the form, as far as its questions are filled from parameters of links. What is
 * read from the link again is the same, or it is left out: a consent, or a file, is never in one.
 */
export function prefillLink(form: Form, address: string, raw: Readonly<Record<string, unknown>>): PrefilledLink {
  const url = new URL(address)
  const link: Record<string, string[]> = {}
  const told: [name: string, answer: Answer][] = []
  for (const { question } of questionsAsked(form)) {
    const { check, compute } = rulesOf(question)
    if (!mannerOf(question).fillable || compute) continue
    const checked = check(valueIn(raw, question.name), question)
    if (!checked.ok || isBlank(checked.answer)) continue
    told.push([question.name, checked.answer])
    for (const fill of question.fill) {
      const parameter = parameterOf(fill)
      const texts = textsOf(fill.part ? partOf(checked.answer, fill.part) : checked.answer)
      if (parameter !== undefined && texts.length > 0) link[parameter] ??= texts
    }
  }
  // As an address has them: what stands there once is no list.
  const asRead = Object.fromEntries(
    Object.entries(link).map(([name, texts]) => [name, texts.length === 1 ? (texts[0] ?? '') : texts]),
  )
  const read = fillQuestions(form, { ...NOTHING_KNOWN, link: asRead }).values
  const filled = told.flatMap(([name, answer]) => (sameAnswer(answer, valueIn(read, name)) ? [name] : []))
  for (const { question } of questionsAsked(form).filter(({ question: { name } }) => filled.includes(name)))
    for (const parameter of question.fill.flatMap((fill) => parameterOf(fill) ?? []))
      for (const text of valueIn(link, parameter) ?? [])
        if (!url.searchParams.has(parameter, text)) url.searchParams.append(parameter, text)
  return { url: url.toString(), filled, left: told.flatMap(([name]) => (filled.includes(name) ? [] : [name])) }
}

const parameterOf = (fill: Fill): string | undefined => sourceOf(fill).parameter?.(fill)

/** An answer, or one of its parts, as parameters of a link have it; none for one that has parts itself. */
function textsOf(answer: Answer): string[] {
  if (Array.isArray(answer)) return answer.map(String)
  if (typeof answer === 'boolean') return [answer ? 'yes' : 'no']
  return typeof answer === 'string' || typeof answer === 'number' ? [String(answer)] : []
}

/** The form with questions that links fill in by their names, where nothing else has filled them before. */
export const fillFromLinks = (form: Form, names: readonly string[]): Form => ({
  ...form,
  steps: form.steps.map((step) => ({
    ...step,
    questions: step.questions.map((question) =>
      names.includes(question.name)
        ? { ...question, fill: [...question.fill, ...fillsByName(question)].slice(0, MOST_FILLS) }
        : question,
    ),
  })),
})

const MOST_FILLS = 10

/** A parameter called like the question; one for each part, where it has parts. */
function fillsByName(question: Question): Fill[] {
  const { name } = question
  const domain = mannerOf(question).domain(question)
  if (domain.is !== 'record') return [{ from: 'link', parameter: name }]
  return domain.parts.map((part) => ({ from: 'link', parameter: `${name}_${part.name}`.slice(0, 60), part: part.name }))
}
