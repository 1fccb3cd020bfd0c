'use client'

import { TextField } from '../ui/field'

interface Words<K extends string> {
  /** The setting that is its name; beside it stands how the page words it. */
  key: K
  label: string
  value: string
  /** How people call the place of it: “First”. */
  place: string
  shownAs: string
}

interface Props<K extends string> {
  words: readonly Words<K>[]
  most: number
  onChange: (change: Record<K | `${K}ShownAs`, string>, key: string) => void
}

/** Settings that are words visitors read: what each is called, never empty. */
export const WordsFields = <K extends string>({ words, most, onChange }: Props<K>) => (
  <>
    {words.map(({ key, label, value }) => (
      <TextField
        key={key}
        label={label}
        value={value}
        filled
        onCommit={(text) => onChange({ [key]: text.slice(0, most) } as Record<K | `${K}ShownAs`, string>, key)}
      />
    ))}
  </>
)

/** How the page puts them instead. */
export function WordedFields<K extends string>({ words, onChange }: Omit<Props<K>, 'most'>) {
  const keep = (key: `${K}ShownAs`, text: string) => onChange({ [key]: text } as Record<K | `${K}ShownAs`, string>, key)
  return (
    <>
      {words.map(({ key, place, value, shownAs }) => (
        <TextField
          key={key}
          label={`${place} worded as`}
          value={shownAs}
          placeholder={value}
          onCommit={(text) => keep(`${key}ShownAs`, text.slice(0, 300))}
        />
      ))}
    </>
  )
}
