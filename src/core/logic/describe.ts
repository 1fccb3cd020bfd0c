import { showAnswer } from '../answers/check'
import type { Form } from '../form/definition'
import { findQuestion, labelOf } from '../form/values'
import { type Condition, type Expectation, operandsOf, type Operator } from './condition'

/** An operator in words, as it stands between a value and its operands. */
export const OPERATOR_WORDS: Record<Operator, string> = {
  equals: 'is',
  differs: 'is not',
  one_of: 'is one of',
  none_of: 'is none of',
  at_least: 'is at least',
  at_most: 'is at most',
  contains: 'contains',
  answered: 'is answered',
  blank: 'is blank',
}

/** “Which supply do you have? is Three-phase”. */
export const describeExpectation = (form: Form, name: string, expectation: Expectation): string =>
  `${labelOf(form, name)} ${describeCell(form, name, expectation)}`

/** The same without the value: “is Three-phase”. */
export function describeCell(form: Form, name: string, { is, to }: Expectation): string {
  const question = findQuestion(form, name)
  const operands = operandsOf(to).map((operand) => showAnswer(question, operand))
  return [OPERATOR_WORDS[is], operands.join(' or ')].filter(Boolean).join(' ')
}

/** A whole condition in words; “always” for none. */
export function describeCondition(form: Form, condition: Condition | null): string {
  if (!condition || condition.tests.length === 0) return 'always'
  const tests = condition.tests.map((test) => describeExpectation(form, test.value, test))
  switch (condition.join) {
    case 'all':
      return tests.join(' and ')
    case 'any':
      return tests.join(' or ')
    case 'none':
      return `not (${tests.join(' or ')})`
  }
}
