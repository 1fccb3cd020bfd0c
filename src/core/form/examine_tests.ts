import type { Domain } from '../answers/kind'
import { domainOf } from '../answers/registry'
import { type Condition, type Expectation, operandsOf, type Operator } from '../logic/condition'
import { OPERATOR_WORDS } from '../logic/describe'
import type { Form } from './definition'
import { type Finding, finding } from './finding'
import { findCarried, findQuestion, labelOf } from './values'

/** Operators that need what a value of each sort cannot always give. */
const NEEDS: Partial<Record<Operator, Domain['is']>> = { at_least: 'number', at_most: 'number', contains: 'text' }

/**
 * Examines whether tests can be met by the values they look at: a rule left behind by a removed option, or
 * by a question that has become another kind, looks right and never fires.
 */
export function examineTests(
  form: Form,
  condition: Condition | null,
  place: Finding['place'],
  about: string,
  what: string,
): Finding[] {
  return (condition?.tests ?? []).flatMap((test) => examineExpectation(form, test.value, test, place, about, what))
}

/** The same for one value and what it must be. */
export function examineExpectation(
  form: Form,
  name: string,
  { is, to }: Expectation,
  place: Finding['place'],
  about: string,
  what: string,
): Finding[] {
  const fault = (text: string) => [finding('fault', place)(about, `${what} ${text}`)]
  const question = findQuestion(form, name)
  if (question?.off) return fault(`tests “${question.label}”, which is switched off.`)
  if (!question && !findCarried(form, name)) return fault(`tests “${name}”, which is not in the form.`)
  const label = labelOf(form, name)
  const domain = domainOf(question)
  const need = NEEDS[is]
  if (need === 'number' && domain.is !== 'number')
    return fault(`asks whether “${label}” ${OPERATOR_WORDS[is]} a number, but its answers are not numbers.`)
  if (need === 'text' && (domain.is === 'number' || domain.is === 'yes or no'))
    return fault(`asks whether “${label}” ${OPERATOR_WORDS[is]} some text, but its answers are not text.`)
  if (need || is === 'answered' || is === 'blank') return []
  const foreign = operandsOf(to).filter((operand) => !couldBe(domain, operand))
  return foreign.length === 0
    ? []
    : fault(`tests “${label}” for ${foreign.map((one) => `“${String(one)}”`).join(', ')}, which it can never be.`)
}

function couldBe(domain: Domain, operand: string | number | boolean): boolean {
  switch (domain.is) {
    case 'number':
      return typeof operand === 'number'
    case 'yes or no':
      return typeof operand === 'boolean'
    case 'text':
      return typeof operand === 'string'
    case 'one of':
      return domain.values.includes(String(operand))
  }
}
