'use client'

import type { Form } from '@/core/form/definition'
import { type Condition, type Expectation, type Operator, operandsOf, type Test } from '@/core/logic/condition'
import { OPERATOR_WORDS } from '@/core/logic/describe'
import { findQuestion, labelOf } from '@/core/form/values'
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
function operatorsFor(form: Form, name: string): Operator[] {
  switch (findQuestion(form, name)?.kind) {
    case 'number':
      return ['at_least', 'at_most', 'equals', 'differs', 'answered', 'blank']
    case 'single_choice':
      return ['equals', 'differs', 'one_of', 'none_of', 'answered', 'blank']
    case 'consent':
      return ['equals']
    default:
      return ['equals', 'differs', 'contains', 'answered', 'blank']
  }
}

/** A sound expectation to begin with. */
export function firstExpectation(form: Form, name: string): Expectation {
  const question = findQuestion(form, name)
  switch (question?.kind) {
    case 'number':
      return { is: 'at_least', to: question.minimum ?? 1 }
    case 'single_choice':
      return { is: 'equals', to: question.options[0]?.value ?? '' }
    case 'consent':
      return { is: 'equals', to: true }
    default:
      return { is: 'answered' }
  }
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
      {bare ? (
        <span />
      ) : question?.kind === 'single_choice' ? (
        is === 'one_of' || is === 'none_of' ? (
          <span className="flex flex-wrap gap-x-2">
            {question.options.map((option) => {
              const operands = operandsOf(to)
              const on = operands.includes(option.value)
              return (
                <label key={option.value} className="flex items-center gap-1">
                  <input
                    type="checkbox"
                    className="accent-moss"
                    checked={on}
                    onChange={() => {
                      const next = on ? operands.filter((one) => one !== option.value) : [...operands, option.value]
                      onChange({ is, to: next })
                    }}
                  />
                  {option.label}
                </label>
              )
            })}
          </span>
        ) : (
          <ChoiceField
            hideLabel
            label="Option"
            value={String(operandsOf(to)[0] ?? '')}
            options={question.options.map((option) => [option.value, option.label] as const)}
            onCommit={(value) => onChange({ is, to: value })}
          />
        )
      ) : question?.kind === 'consent' ? (
        <ChoiceField
          hideLabel
          label="Ticked or not"
          value={String(operandsOf(to)[0])}
          options={[
            ['true', 'ticked'],
            ['false', 'not ticked'],
          ]}
          onCommit={(value) => onChange({ is, to: value === 'true' })}
        />
      ) : (
        <TextField
          hideLabel
          label={question?.kind === 'number' ? 'Number' : 'Text'}
          value={String(operandsOf(to)[0] ?? '')}
          check={(text) =>
            question?.kind === 'number' && (text.trim() === '' || !Number.isFinite(Number(text)))
              ? 'Give a number'
              : null
          }
          onCommit={(text) => onChange({ is, to: question?.kind === 'number' ? Number(text) : text })}
        />
      )}
    </>
  )
}
