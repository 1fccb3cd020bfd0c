'use client'

import type { Choice } from '@/core/answers/choices'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { OptionsField } from './options'

interface Question<C extends Choice, L extends string> {
  name: string
  options: C[]
  other: string
  shuffled: boolean
  look: L
}

interface Props<C extends Choice, L extends string> {
  question: Question<C, L>
  looks: readonly (readonly [look: L, words: string])[]
  /** What an option has beside what all have, as it begins. */
  more: Omit<C, keyof Choice>
  /** Ticks for what an option has beside. */
  ticks?: (option: C, change: (part: Partial<C>) => void) => React.ReactNode
  onChange: (change: Partial<Question<C, L>>, key: string) => void
}

/** The options of a question: what they say, how they are laid out, and what stands beside them. */
export function ChoicesSettings<C extends Choice, L extends string>(props: Props<C, L>) {
  const { question, looks, more, ticks, onChange } = props
  const { name, options, other, shuffled, look } = question
  const set = (value: string, part: Partial<C>, key: string) =>
    onChange(
      { options: options.map((option) => (option.value === value ? { ...option, ...part } : option)) },
      `options.${value}.${key}`,
    )
  return (
    <>
      <OptionsField
        name={name}
        options={options}
        begin={(option) => ({ ...option, caption: '', off: false, ...more }) as C}
        onChange={(next) => onChange({ options: next }, 'options')}
      />
      <ChoiceField
        label="Laid out as"
        value={look}
        options={looks}
        onCommit={(next) => onChange({ look: next as L }, 'look')}
      />
      <TextField
        label="For anything else"
        value={other}
        placeholder="Not offered; such as “Another ware”"
        onCommit={(text) => onChange({ other: text.slice(0, 100) }, 'other')}
      />
      <span className="col-start-2">
        <Tick
          label="in another order for each visitor"
          on={shuffled}
          onCommit={(next) => onChange({ shuffled: next }, 'shuffled')}
        />
      </span>
      {options.length > 0 && (
        <details className="col-span-3 col-start-2">
          <summary className="text-soft">Captions, and options switched off</summary>
          <ul className="mt-1 space-y-1">
            {options.map((option) => (
              <li
                key={option.value}
                className="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)_auto] items-center gap-2"
                aria-label={option.label}
              >
                <span className={option.off ? 'truncate text-soft line-through' : 'truncate'} title={option.label}>
                  {option.label}
                </span>
                <TextField
                  hideLabel
                  label={`Caption of ${option.label}`}
                  placeholder="Caption"
                  value={option.caption}
                  onCommit={(caption) => set(option.value, { caption: caption.slice(0, 300) } as Partial<C>, 'caption')}
                />
                <span className="flex gap-3">
                  {ticks?.(option, (part) => set(option.value, part, 'more'))}
                  <Tick
                    label="off"
                    on={option.off}
                    onCommit={(off) => set(option.value, { off } as Partial<C>, 'off')}
                  />
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  )
}
