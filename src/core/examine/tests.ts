import type { Domain } from '../answers/kind'
import { type Scalar, splitPath } from '../answers/answer'
import { isDay } from '../answers/day'
import { isTime } from '../answers/time'
import { type Condition, testsOf } from '../logic/condition'
import { operatorWords } from '../logic/describe'
import { type Expectation, operandsOf, type Operator, TAKES_NONE } from '../logic/expectation'
import type { Form } from '../form/definition'
import { examineHolds } from './reach'
import { type Finding, finding } from './finding'
import { domainAt, findQuestion, labelAt } from '../form/values'

/** What the values must be that an operator works on, where it does not work on all; and what to call them. */
const NEEDS: Partial<Record<Operator, readonly [readonly Domain['is'][], string]>> = {
  at_least: [['number', 'day', 'time'], 'numbers, days or times'],
  at_most: [['number', 'day', 'time'], 'numbers, days or times'],
  contains: [['text', 'one of'], 'text'],
  includes: [['some of'], 'lists'],
  includes_all: [['some of'], 'lists'],
  excludes: [['some of'], 'lists'],
}

/**
 * Examines whether tests can be met by the values they look at: a rule left behind by a removed option, or
 * by a question that has become another kind, looks right and never fires. So does one whose parts exclude each other.
 */
export function examineTests(
  form: Form,
  condition: Condition | null,
  place: Finding['place'],
  about: string,
  what: string,
): Finding[] {
  const faults = testsOf(condition).flatMap((test) => examineExpectation(form, test.value, test, place, about, what))
  return faults.length > 0 ? faults : examineHolds(form, condition, place, about, what)
}

/** The same for one value and what it must be. */
function examineExpectation(
  form: Form,
  path: string,
  { is, to }: Expectation,
  place: Finding['place'],
  about: string,
  what: string,
): Finding[] {
  const fault = (text: string) => [finding('fault', place)(about, `${what} ${text}`)]
  const question = findQuestion(form, splitPath(path)[0])
  if (question?.off) return fault(`tests “${question.label}”, which is switched off.`)
  const domain = domainAt(form, path)
  if (!domain) return fault(`tests “${path}”, which is not in the form.`)
  const label = labelAt(form, path)
  const [fitting, called] = NEEDS[is] ?? []
  if (fitting && !fitting.includes(domain.is))
    return fault(`asks whether “${label}” ${operatorWords(is, domain)} something, but its answers are not ${called}.`)
  if (TAKES_NONE.has(is) || is === 'contains') return []
  const foreign = operandsOf(to).filter((operand) => !couldBe(domain, operand))
  return foreign.length === 0
    ? []
    : fault(`tests “${label}” for ${foreign.map((one) => `“${String(one)}”`).join(', ')}, which it can never be.`)
}

/** Whether some answer of a domain is the operand, has it in it, or can be told to be more or less. */
function couldBe(domain: Domain, operand: Scalar): boolean {
  switch (domain.is) {
    case 'number':
      return typeof operand === 'number'
    case 'yes or no':
      return typeof operand === 'boolean'
    case 'text':
      return typeof operand === 'string'
    case 'day':
      return isDay(operand)
    case 'time':
      return isTime(operand)
    case 'one of':
    case 'some of':
      return domain.values.includes(String(operand)) || (domain.open && typeof operand === 'string')
    case 'files':
    case 'record':
      return false
  }
}
