'use client'

import { TextField } from '../ui/field'

interface Props {
  label: string
  whole?: boolean
  least?: number | undefined
  most?: number | undefined
}

interface Given {
  value: number
  onCommit: (value: number) => void
}

interface Optional {
  value: number | null
  onCommit: (value: number | null) => void
}

/** A setting that is a number. */
export const NumberBox = ({ value, onCommit, ...props }: Props & Given) => (
  <AnyNumberBox {...props} value={value} onCommit={(next) => next !== null && onCommit(next)} />
)

/** A setting that is a number, or nothing. */
export const OptionalNumberBox = (props: Props & Optional) => <AnyNumberBox {...props} optional />

function AnyNumberBox({
  label,
  value,
  onCommit,
  optional,
  whole,
  least,
  most,
}: Props & Optional & { optional?: boolean }) {
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
