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

/** Settings that are words visitors read: what each is called, never empty, and how the page puts it instead. */
export function WordsFields<K extends string>({ words, most, onChange }: Props<K>) {
  const keep = (key: K | `${K}ShownAs`, text: string) =>
    onChange({ [key]: text } as Record<K | `${K}ShownAs`, string>, key)
  return (
    <>
      {words.map(({ key, label, value }) => (
        <TextField key={key} label={label} value={value} filled onCommit={(text) => keep(key, text.slice(0, most))} />
      ))}
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
