'use client'

import { useState } from 'react'
import type { Option } from '@/core/answers/options'
import { nameFrom } from '@/core/form/name'
import { ChoiceField } from '../ui/field'

interface Props {
  /** Name of the question they belong to. */
  name: string
  options: readonly Option[]
  onChange: (options: Option[]) => void
}

interface LaidOutProps<L extends string> {
  question: { name: string; options: readonly Option[]; look: L }
  looks: readonly (readonly [look: L, words: string])[]
  onChange: (change: { options: Option[] } | { look: L }, key: string) => void
}

/** The options of a question, and how they are laid out. */
export const LaidOutOptions = <L extends string>({ question, looks, onChange }: LaidOutProps<L>) => (
  <>
    <OptionsField
      name={question.name}
      options={question.options}
      onChange={(options) => onChange({ options }, 'options')}
    />
    <ChoiceField
      label="Laid out as"
      value={question.look}
      options={looks}
      onCommit={(look) => onChange({ look: look as L }, 'look')}
    />
  </>
)

/** Options one a line. A line that was there keeps what it is stored as, even when its words change. */
export function OptionsField({ name, options, onChange }: Props) {
  const written = options.map(({ label }) => label).join('\n')
  const [text, setText] = useState(written)
  const [base, setBase] = useState(written)
  if (written !== base) {
    setBase(written)
    if (linesOf(text).join('\n') !== written) setText(written)
  }
  return (
    <>
      <label htmlFor={`options-${name}`} className="self-start pt-1 text-soft">
        Options, one a line
      </label>
      <div>
        <textarea
          id={`options-${name}`}
          className="box"
          rows={Math.min(10, Math.max(3, options.length + 1))}
          value={text}
          onChange={(event) => {
            setText(event.target.value)
            const next = optionsFrom(linesOf(event.target.value), options)
            setBase(next.map(({ label }) => label).join('\n'))
            onChange(next)
          }}
        />
        <p className="name text-soft">
          {options.length > 0 ? `stored as ${options.map(({ value }) => value).join(', ')}` : 'nothing to choose yet'}
        </p>
      </div>
    </>
  )
}

const linesOf = (text: string): string[] =>
  [
    ...new Set(
      text
        .split('\n')
        .map((line) => line.trim().slice(0, 200))
        .filter(Boolean),
    ),
  ].slice(0, 300)

/** Options for these lines, keeping stored values: by the same words, or else by the same place. */
export function optionsFrom(lines: readonly string[], before: readonly Option[]): Option[] {
  const sameWords = new Map(before.map((option) => [option.label, option.value]))
  const used = new Set(lines.flatMap((line) => sameWords.get(line) ?? []))
  return lines.map((label, index) => {
    const known = sameWords.get(label)
    if (known) return { value: known, label }
    const inPlace = lines.length === before.length ? before[index]?.value : undefined
    const value = inPlace && !used.has(inPlace) ? inPlace : nameFrom(label, used)
    used.add(value)
    return { value, label }
  })
}
