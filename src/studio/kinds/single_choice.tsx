'use client'

import { CircleDot } from 'lucide-react'
import { useState } from 'react'
import type { Question } from '@/core/form/definition'
import { nameFrom } from '@/core/form/name'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'

type Option = Extract<Question, { kind: 'single_choice' }>['options'][number]

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
  ['menu', 'A menu'],
] as const

/** Options one a line. A line that was there keeps what it is stored as, even when its words change. */
function SingleChoiceSettings({ question, onChange }: SettingsProps<'single_choice'>) {
  const written = question.options.map(({ label }) => label).join('\n')
  const [text, setText] = useState(written)
  const [base, setBase] = useState(written)
  if (written !== base) {
    setBase(written)
    if (linesOf(text).join('\n') !== written) setText(written)
  }
  return (
    <>
      <label htmlFor={`options-${question.name}`} className="self-start pt-1 text-soft">
        Options, one a line
      </label>
      <div>
        <textarea
          id={`options-${question.name}`}
          className="box"
          rows={Math.min(10, Math.max(3, question.options.length + 1))}
          value={text}
          onChange={(event) => {
            setText(event.target.value)
            const options = optionsFrom(linesOf(event.target.value), question.options)
            setBase(options.map(({ label }) => label).join('\n'))
            onChange({ options }, 'options')
          }}
        />
        <p className="name text-soft">
          {question.options.length > 0
            ? `stored as ${question.options.map(({ value }) => value).join(', ')}`
            : 'nothing to choose yet'}
        </p>
      </div>
      <ChoiceField
        label="Laid out as"
        value={question.look}
        options={LOOKS}
        onCommit={(look) => onChange({ look: look as typeof question.look }, 'look')}
      />
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

export const single_choice: StudioKind<'single_choice'> = { Mark: CircleDot, Settings: SingleChoiceSettings }
