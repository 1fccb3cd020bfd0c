'use client'

import { useState } from 'react'
import type { Option } from '@/core/answers/options'
import { nameFrom } from '@/core/form/name_from'

interface Props<O extends Option> {
  /** Name of what they belong to. */
  name: string
  label?: string
  options: readonly O[]
  /** An option as it begins. */
  begin: (option: Option) => O
  onChange: (options: O[]) => void
}

/**
 * Options one a line. A line that was there keeps what it is stored as, even when its words change;
 * “value = wording” says what it is stored as.
 */
export function OptionsField<O extends Option>({
  name,
  label = 'Options, one a line',
  options,
  begin,
  onChange,
}: Props<O>) {
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
        {label}
      </label>
      <div>
        <textarea
          id={`options-${name}`}
          className="box"
          rows={Math.min(10, Math.max(3, options.length + 1))}
          value={text}
          onChange={(event) => {
            setText(event.target.value)
            const next = optionsFrom(linesOf(event.target.value), options, begin)
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

/** What a line says that its option is stored as, and its words. */
function readLine(line: string): { value: string | null; label: string } {
  const [, value, label] = /^([a-z0-9][a-z0-9_]{0,59})\s*=\s*(\S.*)$/.exec(line) ?? []
  return value && label ? { value, label } : { value: null, label: line }
}

/** Options for these lines, keeping stored values: by what the line says, by the same words, or by the same place. */
export function optionsFrom<O extends Option>(
  lines: readonly string[],
  before: readonly O[],
  begin: (option: Option) => O,
): O[] {
  const read = lines.map(readLine)
  const find = ({ value, label }: { value: string | null; label: string }) =>
    before.find((option) => (value === null ? option.label === label : option.value === value))
  const used = new Set(read.flatMap((line) => line.value ?? find(line)?.value ?? []))
  const taken = new Set<string>()
  return read.map((line, index) => {
    const inPlace = line.value === null && lines.length === before.length ? before[index] : undefined
    const known = find(line) ?? (inPlace && !used.has(inPlace.value) ? inPlace : undefined)
    const wanted = known?.value ?? line.value
    const value = wanted && !taken.has(wanted) ? wanted : nameFrom(line.label, used)
    used.add(value)
    taken.add(value)
    return known?.value === value ? { ...known, label: line.label } : begin({ value, label: line.label })
  })
}
