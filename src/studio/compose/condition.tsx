'use client'

import type { Path, Scalar } from '@/core/answers/answer'
import type { Form } from '@/core/form/definition'
import { domainAt, labelAt, pathsOf } from '@/core/form/values'
import { type Condition, isTest, type Join, makeGroup, openGroup, type Test } from '@/core/logic/condition'
import { operatorWords } from '@/core/form/describe_condition'
import { type Expectation, type Operator, operandsOf, TAKES_NONE, TAKES_SEVERAL } from '@/core/logic/expectation'
import { firstTest, testsFor } from '@/core/logic/fitting'
import { Ticks } from '../kinds/answerField'
import { answerOf, asOptions, choicesAt } from '../kinds/choices'
import { inputFor } from '../kinds/inputs'
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

/** Tests joined by all, any or none, in groups within groups; without tests, always. */
export function ConditionEditor({ form, condition, values, onChange, always }: Props) {
  const [join, parts] =
    condition === null
      ? (['all', []] as const)
      : isTest(condition)
        ? (['all', [condition]] as const)
        : openGroup(condition)
  const keep = (nextJoin: Join, next: Condition[]) => {
    const [only] = next
    if (!only) onChange(null)
    else onChange(next.length === 1 && nextJoin === 'all' ? only : makeGroup(nextJoin, next))
  }
  return (
    <>
      {parts.length === 0 && <span className="mr-2 text-soft">{always}</span>}
      <GroupEditor form={form} paths={pathsOf(form, values)} join={join} parts={[...parts]} depth={1} onChange={keep} />
    </>
  )
}

/** Deeper than this nobody can say what a condition means. */
const DEEPEST = 4

interface GroupProps {
  form: Form
  paths: Path[]
  join: Join
  parts: Condition[]
  depth: number
  onChange: (join: Join, parts: Condition[]) => void
}

function GroupEditor({ form, paths, join, parts, depth, onChange }: GroupProps) {
  const [first] = paths
  const set = (index: number, part: Condition) => onChange(join, parts.with(index, part))
  const drop = (index: number) => onChange(join, parts.toSpliced(index, 1))
  return (
    <div className={depth > 1 ? 'space-y-1.5 border-l-2 border-amber py-0.5 pl-2' : 'space-y-1.5'}>
      {(parts.length > 1 || join !== 'all' || depth > 1) && (
        <ChoiceField
          hideLabel
          label="How the tests are joined"
          className="max-w-56"
          value={join}
          options={[
            ['all', depth > 1 ? 'all of these hold' : 'when all of these hold'],
            ['any', depth > 1 ? 'any of these holds' : 'when any of these holds'],
            ['none', depth > 1 ? 'none of these holds' : 'when none of these holds'],
          ]}
          onCommit={(next) => onChange(next as Join, parts)}
        />
      )}
      {parts.map((part, index) =>
        isTest(part) ? (
          <TestEditor
            key={index}
            form={form}
            paths={paths}
            test={part}
            number={index + 1}
            onChange={(test) => set(index, test)}
            onDrop={() => drop(index)}
          />
        ) : (
          <GroupEditor
            key={index}
            form={form}
            paths={paths}
            join={openGroup(part)[0]}
            parts={openGroup(part)[1]}
            depth={depth + 1}
            onChange={(nextJoin, next) => (next.length > 0 ? set(index, makeGroup(nextJoin, next)) : drop(index))}
          />
        ),
      )}
      {first && (
        <>
          <Button look="quiet" onClick={() => onChange(join, [...parts, firstTestOf(form, first)])}>
            Add a test
          </Button>
          {parts.length > 0 && depth < DEEPEST && (
            <Button
              look="quiet"
              onClick={() =>
                onChange(join, [...parts, makeGroup(join === 'any' ? 'all' : 'any', [firstTestOf(form, first)])])
              }
            >
              Add a group
            </Button>
          )}
        </>
      )}
    </div>
  )
}

interface TestProps {
  form: Form
  paths: Path[]
  test: Test
  number: number
  onChange: (test: Test) => void
  onDrop: () => void
}

const TestEditor = ({ form, paths, test, number, onChange, onDrop }: TestProps) => (
  <div className="grid grid-cols-[minmax(0,1.3fr)_132px_minmax(0,1.3fr)_auto] items-center gap-1.5">
    <ChoiceField
      hideLabel
      label="Value"
      value={test.value}
      options={paths.map((path) => [path, labelAt(form, path)] as const)}
      onCommit={(path) => onChange(firstTestOf(form, path))}
    />
    <ExpectationEditor
      form={form}
      path={test.value}
      expectation={test}
      onChange={(expectation) => onChange({ value: test.value, ...expectation })}
    />
    <Button look="quiet" aria-label={`Take away test ${number}`} onClick={onDrop}>
      ×
    </Button>
  </div>
)

const firstTestOf = (form: Form, path: Path): Test => ({ value: path, ...firstExpectation(form, path) })

const TEXT = { is: 'text' } as const

/** A sound expectation to begin with. */
export const firstExpectation = (form: Form, path: Path): Expectation => firstTest(domainAt(form, path) ?? TEXT)

interface ExpectationProps {
  form: Form
  path: Path
  expectation: Expectation
  onChange: (expectation: Expectation) => void
}

/** An operator and its operand, in the words of the value it is about. */
export function ExpectationEditor({ form, path, expectation, onChange }: ExpectationProps) {
  const { is, to } = expectation
  const domain = domainAt(form, path) ?? TEXT
  const turn = (next: Operator) => {
    if (TAKES_NONE.has(next)) return onChange({ is: next })
    const operands = operandsOf(to)
    const start = operands.length > 0 ? operands : operandsOf(firstTest(domain).to)
    onChange({ is: next, to: TAKES_SEVERAL.has(next) ? start : (start[0] ?? '') })
  }
  return (
    <>
      <ChoiceField
        hideLabel
        label="Must be"
        value={is}
        options={testsFor(domain).map((operator) => [operator, operatorWords(operator, domain)] as const)}
        onCommit={(next) => turn(next as Operator)}
      />
      {TAKES_NONE.has(is) ? (
        <span />
      ) : (
        <Operands form={form} path={path} expectation={expectation} onChange={onChange} />
      )}
    </>
  )
}

/** What a value is compared with: chosen, where it has only a few answers, or else written. */
function Operands({ form, path, expectation: { is, to }, onChange }: ExpectationProps) {
  const operands = operandsOf(to)
  const choices = choicesAt(form, path)
  const domain = domainAt(form, path) ?? TEXT
  const keep = (next: Scalar | Scalar[]) => onChange({ is, to: next })
  if (choices && TAKES_SEVERAL.has(is))
    return <Ticks label="Answers" choices={choices} chosen={operands} onChange={keep} />
  if (choices)
    return (
      <ChoiceField
        hideLabel
        label="Answer"
        value={String(operands[0] ?? '')}
        options={asOptions(choices)}
        onCommit={(key) => keep(answerOf(choices, key) ?? key)}
      />
    )
  return (
    <TextField
      hideLabel
      label={inputFor(domain).words}
      type={inputFor(domain).type}
      value={String(operands[0] ?? '')}
      check={(text) => (domain.is === 'number' && !isNumeric(text) ? 'Give a number' : null)}
      onCommit={(text) => keep(domain.is === 'number' ? Number(text) : text)}
    />
  )
}

const isNumeric = (text: string): boolean => text.trim() !== '' && Number.isFinite(Number(text))
