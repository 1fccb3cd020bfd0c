import { isClaim } from '../origins/origin'
import { splitPath } from '../answers/answer'
import { sayWith, usesIn } from '../answers/wording_uses'
import { mannerOf } from '../kinds/registry'
import { pathsTested } from '../logic/condition'
import { describeFill } from '../form/describe'
import type { CarriedValue, Form, Question } from '../form/definition'
import { outcomesOf, tellOutcome, textsOf } from '../form/outcomes'
import { callStep } from '../form/steps'
import { isUsedIn } from '../form/template'
import { findCarried, findQuestion, questionsAsked, questionsIn } from '../form/values'
import { wordingsIn } from '../form/wordings'
import { type Fill, sourceOf } from '../origins/registry'
import type { Offered, StoredRead } from '../origins/source'
import { examineField } from './landings'
import { type Destinations, formAt } from './outcomes'
import { type Finding, finding } from './finding'

const fault = finding('fault', 'compose')
const note = finding('note', 'compose')

type Value = Question | CarriedValue

/** What fills may name. */
interface Named extends Offered {
  destinations: Destinations
}

/** Examines what values are filled from: what a source reads that is not there, and values that are needed before they are known. */
export function examineFills(form: Form, named: Named): Finding[] {
  const questions = questionsAsked(form).map(({ question }) => question)
  const filled = questions.filter((question) => mannerOf(question).fillable)
  const carried = form.carried.map(({ name }) => name)
  return [
    ...form.carried.flatMap((value, at) => examineFill(value, carried.slice(0, at), named)),
    ...filled.flatMap((value, at) => {
      const before = filled.slice(0, at).filter(({ fill }) => fill.length > 0)
      const names = [...carried, ...before.map(({ name }) => name)]
      return [...examineFill(value, names, named), ...examineAsked(value, named)]
    }),
    ...form.carried.flatMap((value) => [...examineEarly(form, value), ...examineDistrust(value)]),
    ...noteGreetings(form),
  ]
}

/** One value; `before` names what is filled before it. */
function examineFill(value: Value, before: readonly string[], named: Named): Finding[] {
  return value.fill.flatMap((fill) => {
    const source = sourceOf(fill)
    const stored = source.stored?.(fill)
    const faults = (source.faults?.(fill) ?? []).map((what) => fault(value.name, `“${value.label}” ${what}`))
    const unfilled = (source.looksAt?.(fill) ?? [])
      .filter((path) => !before.includes(splitPath(path)[0]))
      .map((path) => fault(value.name, `“${value.label}” is computed from “${path}”, which is not filled before it.`))
    return [...faults, ...unfilled, ...(stored ? examineStored(value, stored, named) : [])]
  })
}

function examineStored({ name, label }: Value, stored: StoredRead, { fields, lists, destinations }: Named): Finding[] {
  switch (stored.read) {
    case 'field':
      return examineField({ name, label }, stored.record, stored.field, fields)
    case 'list':
      return lists.some((list) => list.name === stored.list)
        ? []
        : [fault(name, `“${label}” asks for the list “${stored.list}”, which does not exist.`)]
    case 'sent':
      return stored.form === '' || formAt(destinations.forms, stored.form)
        ? []
        : [fault(name, `“${label}” asks when the form “${stored.form}” was last sent, which does not exist.`)]
    case 'code':
      return []
  }
}

const ONCE = { sent: 'once the answer is sent', landed: 'once the answer lands' } as const

const knownOnce = (fill: Fill) => sourceOf(fill).knownOnce?.(fill) ?? null

/** Whoever answers has a question before them: what is known only later comes too late for it. */
const examineAsked = (question: Question, named: Named): Finding[] =>
  question.fill.flatMap((fill) => {
    const once = knownOnce(fill)
    if (!once) return []
    const what = describeFill(fill, named)
    return [fault(question.name, `“${question.label}” cannot be filled from “${what}”, which is known ${ONCE[once]}.`)]
  })

/** When a carried value is known, where that is not at once: what is computed from one waits for it. */
function valueKnownOnce(carried: readonly CarriedValue[], { name, fill }: CarriedValue): 'sent' | 'landed' | null {
  const before = carried.slice(
    0,
    carried.findIndex((one) => one.name === name),
  )
  const waits = fill.flatMap((one) => {
    const from = (sourceOf(one).looksAt?.(one) ?? []).map((path) => splitPath(path)[0])
    return [
      knownOnce(one),
      ...before.filter((value) => from.includes(value.name)).map((value) => valueKnownOnce(before, value)),
    ]
  })
  return waits.find((once) => once === 'landed') ?? waits.find((once) => once === 'sent') ?? null
}

/** What is known only once an answer is sent, or lands, must not be needed before. */
function examineEarly(form: Form, value: CarriedValue): Finding[] {
  const { name, label } = value
  const once = valueKnownOnce(form.carried, value)
  if (!once) return []
  const isIt = (path: string) => splitPath(path)[0] === name
  const early = (about: string, what: string) =>
    fault(about, `${what} depends on “${label}”, which is known only ${ONCE[once]}.`)
  const landed = once === 'landed'
  // What is said has words for whoever is not known.
  const sooner = value.fill.some((one) => sourceOf(one).sooner)
  const shown = [
    ...form.steps
      .filter(({ shownWhen }) => pathsTested(shownWhen).some(isIt))
      .map((step) => early(step.name, `When “${callStep(form.steps, step)}” shows`)),
    ...questionsIn(form)
      .filter(({ question }) => pathsTested(question.shownWhen).some(isIt))
      .map(({ question }) => early(question.name, `When “${question.label}” shows`)),
  ]
  const looks = ({ fill: fills }: Value) => fills.some((one) => sourceOf(one).looksAt?.(one).some(isIt))
  const asked = questionsAsked(form).map(({ question }) => question)
  const computed = [
    ...asked.filter((question) => looks(question) || mannerOf(question).looksAt?.(question).some(isIt)),
    ...form.carried.filter((one) => landed && looks(one)),
  ]
  const { standing } = form.look
  // These may be more than a page can write anew.
  const around = [form.title, form.intro, standing.heading, standing.text]
  const said =
    around.some((text) => isUsedIn(text, isIt)) ||
    wordingsIn(form).some((wording) => usesIn(wording).some(({ path }) => isIt(path)))
  const thanked = outcomesOf(form).filter((outcome) => landed && textsOf(outcome).some((text) => isUsedIn(text, isIt)))
  return [
    ...shown,
    ...computed.map((value) => early(value.name, `What “${value.label}” is computed from`)),
    ...(said && !sooner ? [early(name, 'What the page says')] : []),
    ...(landed && form.routing.columns.some(isIt) ? [early(name, 'The routing table')] : []),
    ...form.outcomes
      .filter(({ when }) => landed && pathsTested(when).some(isIt))
      .map((outcome) => early(outcome.name, `Who comes to ${tellOutcome(outcome)}`)),
    ...(sooner ? [] : thanked).map((outcome) => early(name, `What ${tellOutcome(outcome)} says`)),
  ]
}

/** A landing that takes no claims, of a value that nothing but claims can fill. */
function examineDistrust({ name, label, fill, lands }: CarriedValue): Finding[] {
  const onlyClaims = fill.length > 0 && fill.every((one) => isClaim(sourceOf(one).origin))
  return onlyClaims && lands.some(({ trustedOnly }) => trustedOnly)
    ? [
        finding('warning', 'records')(
          name,
          `“${label}” lands only what is more than a claim, and nothing but claims fills it: it never lands.`,
        ),
      ]
    : []
}

/** What strangers read where a page greets by what only people with a personal link have filled. */
function noteGreetings(form: Form): Finding[] {
  const isTheirs = (name: string) => {
    const value = findQuestion(form, name) ?? findCarried(form, name)
    const fill = value?.fill ?? []
    return fill.length > 0 && fill.every((one) => sourceOf(one).stored !== undefined)
  }
  const { standing } = form.look
  const places: [string, string][] = [
    ['The title', form.title],
    ['The introduction', form.intro],
    ['What stands beside the questions', standing.heading],
    ['What stands beside the questions', standing.text],
  ]
  return places.flatMap(([what, wording]) => {
    const theirs = usesIn(wording).map(({ path }) => splitPath(path)[0])
    if (!theirs.some(isTheirs)) return []
    const read = sayWith(wording, () => '').trim()
    return [
      note(
        '',
        `${what} greets people who ${form.remembers ? 'are known' : 'come by a personal link'}. Everybody else reads “${read}”.`,
      ),
    ]
  })
}
