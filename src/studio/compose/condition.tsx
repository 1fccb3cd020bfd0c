'use client'

import type { Path, Scalar } from '@/core/answers/answer'
import { type Condition, isTest, type Join, makeGroup, openGroup, type Test } from '@/core/logic/condition'
import { operatorWords } from '@/core/logic/describe'
import { type Expectation, type Operator, operandsOf, TAKES_NONE, TAKES_SEVERAL } from '@/core/logic/expectation'
import { firstTest, testsFor } from '@/core/logic/fitting'
import type { Vocabulary } from '@/core/logic/vocabulary'
import { Ticks } from '../kinds/answerField'
import { answerOf, asOptions, choicesAt } from '../kinds/choices'
import { inputFor } from '../kinds/inputs'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'

interface Props {
  vocabulary: Vocabulary
  condition: Condition | null
  onChange: (condition: Condition | null) => void
  always: string
  /** Whether it says when something is so, and not of whom. */
  isWhen?: boolean
}

/** Tests joined by all, any or none, in groups within groups; without tests, always. */
export function ConditionEditor({ vocabulary, condition, onChange, always, isWhen = true }: Props) {
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
      <GroupEditor vocabulary={vocabulary} join={join} parts={[...parts]} depth={1} isWhen={isWhen} onChange={keep} />
    </>
  )
}

/** Deeper than this nobody can say what a condition means. */
const DEEPEST = 4

const JOINS = [
  ['all', 'all of these hold'],
  ['any', 'any of these holds'],
  ['none', 'none of these holds'],
] as const

interface GroupProps {
  vocabulary: Vocabulary
  join: Join
  parts: Condition[]
  depth: number
  isWhen: boolean
  onChange: (join: Join, parts: Condition[]) => void
}

function GroupEditor({ vocabulary, join, parts, depth, isWhen, onChange }: GroupProps) {
  const [first] = vocabulary.paths
  const set = (index: number, part: Condition) => onChange(join, parts.with(index, part))
  const drop = (index: number) => onChange(join, parts.toSpliced(index, 1))
  return (
    <div className={depth > 1 ? 'space-y-1.5 border-l-2 border-amber py-0.5 pl-2' : 'space-y-1.5'}>
      {(parts.length > 1 || join !== 'all' || depth > 1) && (
        <ChoiceField
          hideLabel
          label="How the tests are joined"
          className="block max-w-56"
          value={join}
          options={JOINS.map(([name, words]) => [name, `${isWhen && depth === 1 ? 'when ' : ''}${words}`] as const)}
          onCommit={(next) => onChange(next as Join, parts)}
        />
      )}
      {parts.map((part, index) =>
        isTest(part) ? (
          <TestEditor
            key={index}
            vocabulary={vocabulary}
            test={part}
            number={index + 1}
            onChange={(test) => set(index, test)}
            onDrop={() => drop(index)}
          />
        ) : (
          <GroupEditor
            key={index}
            vocabulary={vocabulary}
            join={openGroup(part)[0]}
            parts={openGroup(part)[1]}
            depth={depth + 1}
            isWhen={isWhen}
            onChange={(nextJoin, next) => (next.length > 0 ? set(index, makeGroup(nextJoin, next)) : drop(index))}
          />
        ),
      )}
      {first && (
        <>
          <Button look="quiet" onClick={() => onChange(join, [...parts, firstTestOf(vocabulary, first)])}>
            Add a test
          </Button>
          {parts.length > 0 && depth < DEEPEST && (
            <Button
              look="quiet"
              onClick={() =>
                onChange(join, [...parts, makeGroup(join === 'any' ? 'all' : 'any', [firstTestOf(vocabulary, first)])])
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
  vocabulary: Vocabulary
  test: Test
  number: number
  onChange: (test: Test) => void
  onDrop: () => void
}

const TestEditor = ({ vocabulary, test, number, onChange, onDrop }: TestProps) => (
  <div className="grid grid-cols-[minmax(0,1.3fr)_132px_minmax(0,1.3fr)_auto] items-center gap-1.5">
    <ChoiceField
      hideLabel
      label="Value"
      value={test.value}
      options={offered(vocabulary, test.value).map((path) => [path, vocabulary.labelAt(path)] as const)}
      onCommit={(path) => onChange(firstTestOf(vocabulary, path))}
    />
    <ExpectationEditor
      vocabulary={vocabulary}
      path={test.value}
      expectation={test}
      onChange={(expectation) => onChange({ value: test.value, ...expectation })}
    />
    <Button look="quiet" aria-label={`Take away test ${number}`} onClick={onDrop}>
      ×
    </Button>
  </div>
)

/** Paths to choose from: what a test looks at stays among them. */
const offered = ({ paths }: Vocabulary, path: Path): readonly Path[] =>
  paths.includes(path) ? paths : [path, ...paths]

const firstTestOf = (vocabulary: Vocabulary, path: Path): Test => ({
  value: path,
  ...firstExpectation(vocabulary, path),
})

const TEXT = { is: 'text' } as const

/** A sound expectation to begin with. */
export const firstExpectation = (vocabulary: Vocabulary, path: Path): Expectation =>
  firstTest(vocabulary.domainAt(path) ?? TEXT)

interface ExpectationProps {
  vocabulary: Vocabulary
  path: Path
  expectation: Expectation
  onChange: (expectation: Expectation) => void
}

/** An operator and its operand, in the words of the value it is about. */
export function ExpectationEditor({ vocabulary, path, expectation, onChange }: ExpectationProps) {
  const { is, to } = expectation
  const domain = vocabulary.domainAt(path) ?? TEXT
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
        <Operands vocabulary={vocabulary} path={path} expectation={expectation} onChange={onChange} />
      )}
    </>
  )
}

/** What a value is compared with: chosen, where it has only a few answers, or else written. */
function Operands({ vocabulary, path, expectation: { is, to }, onChange }: ExpectationProps) {
  const operands = operandsOf(to)
  const choices = choicesAt(vocabulary, path)
  const domain = vocabulary.domainAt(path) ?? TEXT
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
