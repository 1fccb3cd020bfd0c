'use client'

import { TextField } from '../ui/field'

interface Props {
  label: string
  value: number | null
  onCommit: (value: number | null) => void
  /** Whether the box may be empty. */
  optional?: boolean
  whole?: boolean
  least?: number
  most?: number
}

/** A setting that is a number, or nothing. */
export function NumberBox({ label, value, onCommit, optional, whole, least, most }: Props) {
  const check = (text: string): string | null => {
    if (text.trim() === '') return optional ? null : 'Give a number'
    const number = Number(text)
    if (!Number.isFinite(number)) return 'Give a number'
    if (whole && !Number.isInteger(number)) return 'Give a whole number'
    if (least !== undefined && number < least) return `Give ${least} or more`
    if (most !== undefined && number > most) return `Give ${most} or less`
    return null
  }
  return (
    <TextField
      label={label}
      value={value === null ? '' : String(value)}
      inputMode="decimal"
      when="leaving"
      check={check}
      onCommit={(text) => onCommit(text.trim() === '' ? null : Number(text))}
    />
  )
}
