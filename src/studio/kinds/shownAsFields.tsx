'use client'

import { TextField } from '../ui/field'

interface Props<K extends string> {
  /** Each setting, with what it is called, what it is now, and what visitors read where it is empty. */
  words: readonly (readonly [key: K, label: string, value: string, usual: string])[]
  onChange: (change: Record<K, string>, key: K) => void
}

/** Settings that say what visitors read in place of something with a name of its own. */
export const ShownAsFields = <K extends string>({ words, onChange }: Props<K>) =>
  words.map(([key, label, value, usual]) => (
    <TextField
      key={key}
      label={label}
      value={value}
      placeholder={usual}
      onCommit={(text) => onChange({ [key]: text.slice(0, 300) } as Record<K, string>, key)}
    />
  ))
