'use client'

import { TextField } from '../ui/field'
import { useEnds } from './ends'

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
  const { ends, fit, write } = useEnds({ from: earliest, to: latest }, (from: string, to) => from <= to)
  const set = (end: 'from' | 'to') => (text: string) =>
    write({ [end]: isOne(text) ? text : null }, ({ from, to }) => onChange({ earliest: from, latest: to }, 'ends'))
  return (
    <>
      <TextField label={`First ${what}`} type={type} value={ends.from ?? ''} onCommit={set('from')} />
      <TextField label={`Last ${what}`} type={type} value={ends.to ?? ''} onCommit={set('to')} />
      {!fit && (
        <p role="status" className="col-span-3 col-start-2 text-red">
          The last {what} is before the first. Until you change one of them, it stays as it was.
        </p>
      )}
    </>
  )
}
