import type { Form } from './definition'
import { domainAt, questionsIn } from './values'
import { type Condition, foldCondition, type Test } from '../logic/condition'
import { operandsOf, sortsAs } from '../logic/expectation'
import { foldCase } from '../logic/fold_case'

/** A rule of JsonLogic, the open format for conditions as data. */
export type JsonLogic = boolean | number | string | JsonLogic[] | { readonly [operator: string]: JsonLogic }

/**
 * A condition as JsonLogic. It is about values as `foldValues` gives them: JsonLogic cannot compare text
 * without regard to case, so text is folded beforehand, in the rule and in what it is about.
 */
export function jsonLogicOf(form: Form, condition: Condition): JsonLogic {
  return foldCondition<JsonLogic>(condition, {
    test: (test) => testLogic(form, test),
    all: (and) => ({ and }),
    any: (or) => ({ or }),
    none: (or) => ({ '!': { or } }),
  })
}

/** Every condition of a form as JsonLogic, by what it decides; what always shows or is always sent is left out. */
export function exportConditions(
  form: Form,
): Record<'steps' | 'questions' | 'messages' | 'targets' | 'records', Record<string, JsonLogic>> {
  const rules = (all: readonly (readonly [name: string, condition: Condition | null])[]) =>
    Object.fromEntries(
      all.flatMap(([name, condition]) => (condition ? [[name, jsonLogicOf(form, condition)] as const] : [])),
    )
  return {
    steps: rules(form.steps.map(({ name, shownWhen }) => [name, shownWhen])),
    questions: rules(questionsIn(form).map(({ question }) => [question.name, question.shownWhen])),
    messages: rules(form.messages.map(({ name, when }) => [name, when])),
    targets: rules(form.targets.map(({ connection, when }) => [connection, when])),
    records: rules([
      ...(['deal', 'request'] as const).flatMap((record) =>
        (form.records[record]?.moves ?? []).map(({ when }, at) => [`${record}.${at + 1}`, when] as const),
      ),
      ...form.joins.map(({ list, when }, at) => [`${list}.${at + 1}`, when] as const),
    ]),
  }
}

/** Values as the exported rules expect them: blanks left out, all text folded. */
export function foldValues(value: unknown): unknown {
  if (typeof value === 'string') return foldCase(value)
  if (Array.isArray(value)) return value.map(foldValues)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).flatMap(([name, inner]) => (isNothing(inner) ? [] : [[name, foldValues(inner)]])),
  )
}

const isNothing = (value: unknown): boolean =>
  value === null ||
  value === undefined ||
  value === '' ||
  (Array.isArray(value) && value.length === 0) ||
  (typeof value === 'object' && !Array.isArray(value) && Object.values(value as object).every(isNothing))

function testLogic(form: Form, { value, is, to }: Test): JsonLogic {
  const variable: JsonLogic = { var: value }
  const operands = operandsOf(to).map((operand) => (typeof operand === 'string' ? foldCase(operand) : operand))
  const isThere: JsonLogic = { '!': { missing: [value] } }
  const any = (ruleOf: (operand: string | number | boolean) => JsonLogic): JsonLogic =>
    operands.length === 0 ? { '!': true } : { and: [isThere, { or: operands.map(ruleOf) }] }
  const isList = ['some of', 'files'].includes(domainAt(form, value)?.is ?? '')
  const has = (operand: JsonLogic): JsonLogic => (isList ? { in: [operand, variable] } : { '!': true })
  const equal = any((operand) => ({ '===': [variable, operand] }))
  const comparable = (operand: string | number | boolean, rule: JsonLogic): JsonLogic => {
    const sort = domainAt(form, value)?.is
    const sorts = typeof operand === 'number' ? 'number' : sortsAs(operand)
    return sorts !== null && sorts === sort ? rule : { '!': true }
  }
  switch (is) {
    case 'answered':
      return isThere
    case 'blank':
      return { '!': isThere }
    case 'equals':
    case 'one_of':
      return equal
    case 'differs':
    case 'none_of':
      return { '!': equal }
    case 'includes':
      return any(has)
    case 'includes_all':
      return isList ? { and: [isThere, ...operands.map(has)] } : { '!': true }
    case 'excludes':
      return { '!': any(has) }
    case 'at_least':
      return any((operand) => comparable(operand, { '>=': [variable, operand] }))
    case 'at_most':
      return any((operand) => comparable(operand, { '<=': [variable, operand] }))
    case 'contains':
      return any((operand): JsonLogic => {
        const isText = ['text', 'one of', 'day', 'time'].includes(domainAt(form, value)?.is ?? '')
        return isText ? { in: [foldCase(String(operand)), variable] } : { '!': true }
      })
  }
}
