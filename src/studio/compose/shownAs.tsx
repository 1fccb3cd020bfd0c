'use client'

import { useMergeable } from '../draft/mergeable'
import { TextField } from '../ui/field'

interface Props {
  /** What it is called otherwise. */
  called: string
  value: string
  /** Names of the values it may use. */
  values: string[]
  onCommit: (shownAs: string) => void
}

/** How visitors read it, where that differs from what it is called: it may use what they answered before. */
export function ShownAs({ called, value, values, onCommit }: Props) {
  const merges = useMergeable(values)
  return (
    <TextField
      label="On the page"
      wide
      value={value}
      placeholder={called || 'Nothing'}
      merges={merges}
      onCommit={(next) => onCommit(next.slice(0, 300))}
    />
  )
}
