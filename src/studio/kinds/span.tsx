'use client'

import { TextField } from '../ui/field'

interface Span {
  earliest: string | null
  latest: string | null
}

interface Props {
  question: Span
  type: 'date' | 'time'
  /** What one of them is called: “day”. */
  what: string
  isOne: (text: unknown) => text is string
  onChange: (change: Partial<Span>, key: string) => void
}

/** The first and the last that may be given, of what sorts as its text does. */
export function SpanSettings({ question: { earliest, latest }, type, what, isOne, onChange }: Props) {
  const kept = (text: string) => (isOne(text) ? text : null)
  return (
    <>
      <TextField
        label={`First ${what}`}
        type={type}
        value={earliest ?? ''}
        check={(text) => (isOne(text) && latest !== null && text > latest ? `This is after the last ${what}` : null)}
        onCommit={(text) => onChange({ earliest: kept(text) }, 'earliest')}
      />
      <TextField
        label={`Last ${what}`}
        type={type}
        value={latest ?? ''}
        check={(text) =>
          isOne(text) && earliest !== null && text < earliest ? `This is before the first ${what}` : null
        }
        onCommit={(text) => onChange({ latest: kept(text) }, 'latest')}
      />
    </>
  )
}
