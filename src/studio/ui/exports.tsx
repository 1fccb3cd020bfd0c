'use client'

import { useSearchParams } from 'next/navigation'
import { useWithin } from './here'

const FORMATS = [
  ['csv', 'CSV'],
  ['xlsx', 'XLSX'],
  ['jsonl', 'JSON Lines'],
] as const

interface Props {
  of: 'submissions' | 'people' | 'history' | 'members'
  /** Which of the filters in the address narrow it. */
  filters: readonly string[]
  /** What else is asked for. */
  more?: readonly (readonly [string, string])[]
}

/** What a list is filtered to, and no more, as a file. */
export const ExportLinks = (props: Props) => (
  <span className="ml-auto flex items-center gap-2 text-soft">
    Take along as
    <ExportFormats {...props} className="text-teal underline" />
  </span>
)

/** A link for each format. */
export function ExportFormats({ of, filters, more = [], className }: Props & { className: string }) {
  const query = useSearchParams()
  const inHere = useWithin()
  const kept = filters.flatMap((name): [string, string][] => {
    const value = query.get(name)
    return value ? [[name, value]] : []
  })
  return FORMATS.map(([format, words]) => (
    <a
      key={format}
      className={className}
      href={inHere(
        `/exports/${of}?${new URLSearchParams([...kept, ...more.map(([name, value]) => [name, value]), ['format', format]])}`,
      )}
      download
    >
      {words}
    </a>
  ))
}
