import fc from 'fast-check'
import jsonLogic, { type RulesLogic } from 'json-logic-js'
import { describe, expect, it } from 'vitest'
import type { Form } from '@/core/form/definition'
import { domainAt } from '@/core/form/values'
import { walkForm } from '@/core/form/walk'
import { holds, type Test, testsOf } from '@/core/logic/condition'
import { operandsOf } from '@/core/logic/expectation'
import { foldValues, jsonLogicOf } from '@/core/form/json_logic'
import { anyAnswers, anyCondition, anyForm } from '@/core/testing/forms'

/** A test, which Compose calls a fault, of whether some text is before or after a day or a time. */
const comparesText = (form: Form, { value, is, to }: Test): boolean =>
  ['at_least', 'at_most'].includes(is) &&
  ['text', 'one of'].includes(domainAt(form, value)?.is ?? '') &&
  operandsOf(to).some((operand) => typeof operand === 'string')

/** The exported condition, judged by json-logic-js, an independent reader of JsonLogic. */
describe('conditions, by json-logic-js', () => {
  it('hold on a form’s answers exactly when the exported rule does', () => {
    const truths = { true: 0, false: 0 }
    const paths = ['source', 'q1', 'q2', 'q3', 'q4', 'q1.first', 'q2.last']
    fc.assert(
      fc.property(anyForm, anyAnswers, anyCondition(paths), (form, raw, condition) => {
        // Text that happens to look like a time is compared as one by us; a rule of theirs cannot look at its shape.
        fc.pre(testsOf(condition).every((test) => !comparesText(form, test)))
        const source = 'kiln'
        const values = { source, ...walkForm(form, raw, { source }).answers }
        const theirs = Boolean(jsonLogic.apply(jsonLogicOf(form, condition) as RulesLogic, foldValues(values)))
        truths[`${theirs}`]++
        expect(theirs).toBe(holds(condition, values))
      }),
      { numRuns: 2000 },
    )
    // A property that only ever met one side would hold nothing.
    expect(Math.min(truths.true, truths.false)).toBeGreaterThan(200)
  })
})
