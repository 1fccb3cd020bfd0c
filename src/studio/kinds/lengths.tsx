'use client'

import type { Lengths } from '@/core/answers/lengths'
import { NumberBox } from './numberBox'

interface Props {
  question: Lengths
  /** The longest that can be allowed. */
  most: number
  onChange: (change: Partial<Lengths>, key: string) => void
}

/** How long an answer must and may be, in characters. */
export const LengthSettings = ({ question: { minLength, maxLength }, most, onChange }: Props) => (
  <>
    <NumberBox
      label="Shortest answer"
      value={minLength}
      whole
      least={0}
      most={maxLength}
      onCommit={(next) => onChange({ minLength: next }, 'minLength')}
    />
    <NumberBox
      label="Longest answer"
      value={maxLength}
      whole
      least={Math.max(1, minLength)}
      most={most}
      onCommit={(next) => onChange({ maxLength: next }, 'maxLength')}
    />
  </>
)
