'use client'

import { useState } from 'react'
import { type PlannedTags, readTags, TAG_SORTS, tidyTag } from '@/core/sources/tags'
import { Button } from '../ui/button'
import { toast } from '../ui/toast'
import { setTagsAction } from './actions'

const LABELS = { source: 'Sources', medium: 'Mediums', campaign: 'Campaigns' } as const

const asText = (planned: PlannedTags) => ({
  source: planned.source.join('\n'),
  medium: planned.medium.join('\n'),
  campaign: planned.campaign.join('\n'),
})

const asTags = (text: string): string[] => [...new Set(text.split('\n').map(tidyTag))].filter((tag) => tag !== '')

/** Which tags links are made with: typed, a line each, or brought by a table. */
export function PlannedTagsSettings({ planned }: { planned: PlannedTags }) {
  const [kept, setKept] = useState(planned)
  const [texts, setTexts] = useState(() => asText(planned))
  const [wrong, setWrong] = useState<string[]>([])
  const [busy, setBusy] = useState(false)
  const next = { source: asTags(texts.source), medium: asTags(texts.medium), campaign: asTags(texts.campaign) }
  const isChanged = TAG_SORTS.some((sort) => next[sort].join('\n') !== kept[sort].join('\n'))

  const save = async () => {
    setBusy(true)
    const result = await setTagsAction(next).catch(() => null)
    setBusy(false)
    if (!result?.ok) return toast(result?.message ?? 'Lichen cannot be reached. Try again in a moment.')
    setKept(result.value)
    setTexts(asText(result.value))
    toast('The tags are kept')
  }
  /** What a table has stands beside what is written, until somebody keeps it. */
  const bring = async (file: File) => {
    const { readTable } = await import('./read_table')
    const rows = readTable(await file.text())
    if (rows === null) return setWrong([`${file.name} is no table (CSV).`])
    const read = readTags(rows)
    setWrong(read.wrong.map(({ line, says }) => `Line ${line}: ${says}.`))
    setTexts((before) => ({
      source: [before.source, ...read.planned.source].join('\n'),
      medium: [before.medium, ...read.planned.medium].join('\n'),
      campaign: [before.campaign, ...read.planned.campaign].join('\n'),
    }))
  }
  return (
    <section id="tags">
      <h2 className="mb-1.5">
        Tags of links <span className="font-normal text-soft">— a line each; any are fine where there are none</span>
      </h2>
      <div className="grid gap-3 sm:grid-cols-3">
        {TAG_SORTS.map((sort) => (
          <label key={sort} className="min-w-0">
            <span className="mb-0.5 block">
              {LABELS[sort]} <span className="text-soft">{next[sort].length}</span>
            </span>
            <textarea
              className="box name"
              rows={5}
              value={texts[sort]}
              onChange={(event) => setTexts((before) => ({ ...before, [sort]: event.target.value }))}
            />
          </label>
        ))}
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-2">
        <Button disabled={busy || !isChanged} onClick={() => void save()}>
          {isChanged ? 'Keep these tags' : 'Kept'}
        </Button>
        <label className="flex items-center gap-2">
          Add from a table
          <input
            type="file"
            accept=".csv,text/csv"
            className="max-w-56"
            onChange={(event) => {
              const [file] = event.target.files ?? []
              if (file) void bring(file)
              event.target.value = ''
            }}
          />
        </label>
        <span className="text-soft">CSV with a column source, medium or campaign</span>
      </div>
      {wrong.length > 0 && (
        <ul role="alert" className="mt-1 text-red">
          {wrong.slice(0, 5).map((one) => (
            <li key={one}>{one}</li>
          ))}
          {wrong.length > 5 && <li>and {wrong.length - 5} more</li>}
        </ul>
      )}
    </section>
  )
}
