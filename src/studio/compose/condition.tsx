'use client'

import { AS_TEXT } from '@/core/answers/kind'
import { domainOf, mannerOf } from '@/core/answers/registry'
import type { Form, Question } from '@/core/form/definition'
import { type Condition, type Expectation, type Operator, operandsOf, type Test } from '@/core/logic/condition'
import { OPERATOR_WORDS } from '@/core/logic/describe'
import { findQuestion, labelOf } from '@/core/form/values'
import { answerOf, asOptions, choicesOf } from '../kinds/choices'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'

interface Props {
  form: Form
  condition: Condition | null
  /** Names a test may look at. */
  values: string[]
  onChange: (condition: Condition | null) => void
  always: string
}

/** Tests joined by all, any or none; without tests, always. */
export function ConditionEditor({ form, condition, values, onChange, always }: Props) {
  const tests = condition?.tests ?? []
  const join = condition?.join ?? 'all'
  const keep = (next: Test[]) => onChange(next.length > 0 ? { join, tests: next } : null)
  const first = values[0]
  return (
    <div className="space-y-1.5">
      {tests.length === 0 && <span className="mr-2 text-soft">{always}</span>}
      {tests.length > 1 && (
        <ChoiceField
          hideLabel
          label="How the tests are joined"
          className="max-w-56"
          value={join}
          options={[
            ['all', 'when all of these hold'],
            ['any', 'when any of these holds'],
            ['none', 'when none of these holds'],
          ]}
          onCommit={(next) => condition && onChange({ ...condition, join: next as Condition['join'] })}
        />
      )}
      {tests.map((test, index) => (
        <div key={index} className="grid grid-cols-[minmax(0,1.3fr)_110px_minmax(0,1.3fr)_auto] items-center gap-1.5">
          <ChoiceField
            hideLabel
            label="Value"
            value={test.value}
            options={values.map((name) => [name, labelOf(form, name)] as const)}
            onCommit={(value) => keep(tests.with(index, { value, ...firstExpectation(form, value) }))}
          />
          <ExpectationEditor
            form={form}
            name={test.value}
            expectation={test}
            onChange={(expectation) => keep(tests.with(index, { value: test.value, ...expectation }))}
          />
          <Button
            look="quiet"
            aria-label={`Take away test ${index + 1}`}
            onClick={() => keep(tests.toSpliced(index, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      {first && (
        <Button look="quiet" onClick={() => keep([...tests, { value: first, ...firstExpectation(form, first) }])}>
          Add a test
        </Button>
      )}
    </div>
  )
}

/** The operators that make sense for a value. */
function operatorsFor(form: Form, name: string): readonly Operator[] {
  const question = findQuestion(form, name)
  return question ? mannerOf(question).tests : AS_TEXT.tests
}

/** A sound expectation to begin with. */
export function firstExpectation(form: Form, name: string): Expectation {
  const question = findQuestion(form, name)
  return question ? mannerOf(question).firstTest(question) : AS_TEXT.firstTest()
}

interface ExpectationProps {
  form: Form
  name: string
  expectation: Expectation
  onChange: (expectation: Expectation) => void
}

/** An operator and its operand, in the words of the value it is about. */
export function ExpectationEditor({ form, name, expectation, onChange }: ExpectationProps) {
  const { is, to } = expectation
  const question = findQuestion(form, name)
  const operators = operatorsFor(form, name)
  const bare = is === 'answered' || is === 'blank'
  const turn = (next: Operator) => {
    if (next === 'answered' || next === 'blank') return onChange({ is: next })
    const several = next === 'one_of' || next === 'none_of'
    const operands = operandsOf(to)
    const start = operands.length > 0 ? operands : operandsOf(firstExpectation(form, name).to)
    onChange({ is: next, to: several ? start : (start[0] ?? '') })
  }
  return (
    <>
      <ChoiceField
        hideLabel
        label="Must be"
        value={is}
        options={operators.map((operator) => [operator, OPERATOR_WORDS[operator]] as const)}
        onCommit={(next) => turn(next as Operator)}
      />
      {bare ? <span /> : <Operands question={question} expectation={expectation} onChange={onChange} />}
    </>
  )
}

interface OperandsProps {
  question: Question | undefined
  expectation: Expectation
  onChange: (expectation: Expectation) => void
}

/** What a value is compared with: chosen, where it has only a few answers, or else written. */
function Operands({ question, expectation: { is, to }, onChange }: OperandsProps) {
  const operands = operandsOf(to)
  const choices = choicesOf(question)
  const isNumber = domainOf(question).is === 'number'
  if (choices && (is === 'one_of' || is === 'none_of'))
    return (
      <span className="flex flex-wrap gap-x-2">
        {choices.map(({ key, answer, words }) => {
          const on = operands.includes(answer)
          return (
            <label key={key} className="flex items-center gap-1">
              <input
                type="checkbox"
                className="accent-moss"
                checked={on}
                onChange={() =>
                  onChange({ is, to: on ? operands.filter((one) => one !== answer) : [...operands, answer] })
                }
              />
              {words}
            </label>
          )
        })}
      </span>
    )
  if (choices)
    return (
      <ChoiceField
        hideLabel
        label="Answer"
        value={String(operands[0] ?? '')}
        options={asOptions(choices)}
        onCommit={(key) => onChange({ is, to: answerOf(choices, key) ?? key })}
      />
    )
  return (
    <TextField
      hideLabel
      label={isNumber ? 'Number' : 'Text'}
      value={String(operands[0] ?? '')}
      check={(text) => (isNumber && !isNumeric(text) ? 'Give a number' : null)}
      onCommit={(text) => onChange({ is, to: isNumber ? Number(text) : text })}
    />
  )
}

const isNumeric = (text: string): boolean => text.trim() !== '' && Number.isFinite(Number(text))
