'use client'

import type { Option } from '@/core/answers/options'
import { TextField } from '../ui/field'

interface Props<O extends Option> {
  summary: string
  options: readonly O[]
  /** `key` is the option that changed. */
  onChange: (options: O[], key: string) => void
}

/** What visitors read of each option in place of its label. */
export const WordedAs = <O extends Option>({ summary, options, onChange }: Props<O>) =>
  options.length > 0 && (
    <details className="col-span-3 col-start-2">
      <summary className="text-soft">{summary}</summary>
      <ul className="mt-1 space-y-1">
        {options.map(({ value, label, shownAs = '' }) => (
          <li
            key={value}
            className="grid grid-cols-[minmax(0,1fr)_minmax(0,2fr)] items-center gap-2"
            aria-label={label}
          >
            <span className="truncate" title={label}>
              {label}
            </span>
            <TextField
              hideLabel
              label={`${label} worded as`}
              placeholder="Worded as"
              value={shownAs}
              onCommit={(text) =>
                onChange(
                  options.map((one) => (one.value === value ? { ...one, shownAs: text.slice(0, 300) } : one)),
                  `${value}.shownAs`,
                )
              }
            />
          </li>
        ))}
      </ul>
    </details>
  )
