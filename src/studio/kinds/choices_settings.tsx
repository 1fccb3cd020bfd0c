'use client'

import type { Choice } from '@/core/answers/choices'
import { CROPPED, type Cropped, type Picture } from '@/core/answers/pictures'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { OptionsField } from './options'
import { PictureChooser, PictureField } from './pictures'
import { ShuffledTick } from './shuffled'

const SHAPE_WORDS: Record<Cropped, string> = { square: 'square', wide: 'wide, 3 to 2', tall: 'tall, 4 to 5' }

interface Question<C extends Choice, L extends string> {
  name: string
  options: C[]
  other: string
  shuffled: boolean
  look: L
  shape: Cropped
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
  const { name, options, other, look, shape } = question
  const set = (value: string, part: Partial<C>, key: string) =>
    onChange(
      { options: options.map((option) => (option.value === value ? { ...option, ...part } : option)) },
      `options.${value}.${key}`,
    )
  const addInOrder = (pictures: Picture[]) => {
    const waiting = [...pictures]
    const next = options.map((option) => (option.picture ? option : { ...option, picture: waiting.shift() ?? null }))
    onChange({ options: next }, 'options')
  }
  return (
    <>
      <OptionsField
        name={name}
        options={options}
        begin={(option) => ({ ...option, shownAs: '', caption: '', picture: null, off: false, ...more }) as C}
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
      <span className="col-span-3 col-start-2">
        <ShuffledTick question={question} onChange={onChange} />
      </span>
      {look === 'pictures' && (
        <>
          <span className="col-start-1 self-start pt-1 text-soft">Pictures</span>
          <div className="col-span-3 space-y-1.5">
            <div className="flex items-center gap-2">
              <ChoiceField
                hideLabel
                label="Shape of the pictures"
                className="max-w-44"
                value={shape}
                options={CROPPED.map((one) => [one, SHAPE_WORDS[one]] as const)}
                onCommit={(next) => onChange({ shape: next as Cropped }, 'shape')}
              />
              <PictureChooser several label="Add pictures to the options in their order" onAdded={addInOrder}>
                Add several
              </PictureChooser>
              <span className="text-soft">in the order of the options that have none</span>
            </div>
            <ul className="space-y-1">
              {options.map((option) => (
                <li key={option.value} className="grid grid-cols-[minmax(6rem,1fr)_minmax(0,5fr)] items-center gap-2">
                  <span className="truncate" title={option.label}>
                    {option.label}
                  </span>
                  <PictureField
                    of={option.label}
                    picture={option.picture ?? null}
                    shape={shape}
                    onChange={(picture) => set(option.value, { picture } as Partial<C>, 'picture')}
                  />
                </li>
              ))}
            </ul>
          </div>
        </>
      )}
      {options.length > 0 && (
        <details className="col-span-3 col-start-2">
          <summary className="text-soft">More about each option</summary>
          <ul className="mt-1 space-y-1">
            {options.map((option) => (
              <li
                key={option.value}
                className="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)_minmax(0,3fr)_auto] items-center gap-2"
                aria-label={option.label}
              >
                <span className={option.off ? 'truncate text-soft line-through' : 'truncate'} title={option.label}>
                  {option.label}
                </span>
                <TextField
                  hideLabel
                  label={`${option.label} worded as`}
                  placeholder="Worded as"
                  value={option.shownAs ?? ''}
                  onCommit={(shownAs) => set(option.value, { shownAs: shownAs.slice(0, 300) } as Partial<C>, 'shownAs')}
                />
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
