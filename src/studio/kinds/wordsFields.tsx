'use client'

import { TextField } from '../ui/field'

interface Props<K extends string> {
  /** Each setting, with what it is called and what it is now. */
  words: readonly (readonly [key: K, label: string, value: string])[]
  most: number
  onChange: (change: Record<K, string>, key: K) => void
}

/** Settings that are words visitors read, none of them empty. */
export const WordsFields = <K extends string>({ words, most, onChange }: Props<K>) =>
  words.map(([key, label, value]) => (
    <TextField
      key={key}
      label={label}
      value={value}
      filled
      onCommit={(text) => onChange({ [key]: text.slice(0, most) } as Record<K, string>, key)}
    />
  ))
