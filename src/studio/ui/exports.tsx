'use client'

import { useSearchParams } from 'next/navigation'
import { useWithin } from './here'

const FORMATS = [
  ['csv', 'CSV'],
  ['xlsx', 'XLSX'],
  ['jsonl', 'JSON Lines'],
] as const

/** What a list is filtered to, and no more, as a file. */
export function ExportLinks({ of, filters }: { of: 'submissions' | 'people' | 'history'; filters: readonly string[] }) {
  const query = useSearchParams()
  const inHere = useWithin()
  const kept = filters.flatMap((name): [string, string][] => {
    const value = query.get(name)
    return value ? [[name, value]] : []
  })
  return (
    <span className="ml-auto flex items-center gap-2 text-soft">
      Take along as
      {FORMATS.map(([format, words]) => (
        <a
          key={format}
          className="text-teal underline"
          href={inHere(`/exports/${of}?${new URLSearchParams([...kept, ['format', format]])}`)}
          download
        >
          {words}
        </a>
      ))}
    </span>
  )
}
