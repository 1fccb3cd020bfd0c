'use client'

import { useRouter } from 'next/navigation'
import { type DragEvent, useRef, useState } from 'react'
import type { ImportInList } from '@/db/queries/imports'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Only, useWithin } from '../ui/here'
import { Link } from '../ui/link'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type Column, NOWRAP, Sheet } from '../ui/sheet'
import { figure } from '../ui/show'
import { toast } from '../ui/toast'
import { PeopleTabs } from '../people/tabs'
import { STATES, tellCounts } from './tell'

/** Files of people that were brought in, and a place to give another. */
export const Imports = ({ imports }: { imports: readonly ImportInList[] }) => (
  <main className="px-4 py-3">
    <div className="mb-3 flex flex-wrap items-center gap-3">
      <h1>Brought in</h1>
      <PeopleTabs at="imports" />
    </div>
    <Only may="answer">
      <GiveFile />
    </Only>
    {imports.length > 0 && <Sheet rows={imports} columns={COLUMNS} />}
  </main>
)

const COLUMNS: Column<ImportInList>[] = [
  {
    head: 'File',
    cell: ({ id, name }) => (
      <Link href={`/people/imports/${id}`} className="font-semibold hover:underline">
        <Outside>{name}</Outside>
      </Link>
    ),
  },
  { head: 'State', cell: ({ state }) => <Chip tone={STATES[state].tone}>{STATES[state].words}</Chip> },
  { head: 'Rows', right: true, cell: ({ rows }) => figure(rows) },
  { spare: true, head: 'What came of them', className: 'text-soft', cell: ({ counts }) => tellCounts(counts) },
  { spare: true, head: 'By', cell: ({ who }) => <Outside>{who}</Outside> },
  {
    head: (
      <>
        Given, <ZoneWords />
      </>
    ),
    className: NOWRAP,
    cell: ({ createdAt }) => <Moment at={createdAt} />,
  },
]

/** Takes a file: chosen, or dropped on it. */
function GiveFile() {
  const router = useRouter()
  const inHere = useWithin()
  const input = useRef<HTMLInputElement>(null)
  const [over, setOver] = useState(false)
  const [sending, setSending] = useState(false)
  const give = async (file: File | undefined) => {
    if (!file) return
    setSending(true)
    try {
      const response = await fetch(inHere(`/imports?name=${encodeURIComponent(file.name)}`), {
        method: 'POST',
        body: file,
      })
      const answered = (await response.json().catch(() => ({}))) as { id?: string; title?: string }
      if (answered.id) return router.push(inHere(`/people/imports/${answered.id}`))
      toast(
        response.status === 413
          ? 'The file is larger than 40 MB. Part it.'
          : (answered.title ?? 'The file was not taken.'),
      )
    } catch {
      toast('Lichen cannot be reached. Try again in a moment.')
    }
    setSending(false)
  }
  const drop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    void give(event.dataTransfer.files[0])
  }
  return (
    <div
      className={`mb-4 flex flex-wrap items-center gap-x-4 gap-y-2 rounded-md border border-dashed p-4 ${over ? 'border-moss bg-moss-bg' : 'border-edge'}`}
      onDragOver={(event) => {
        event.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.tsv,.xlsx,.vcf,text/csv,text/vcard"
        className="sr-only"
        tabIndex={-1}
        aria-label="A file of people"
        onChange={(event) => void give(event.target.files?.[0])}
      />
      <Button look="main" disabled={sending} onClick={() => input.current?.click()}>
        {sending ? 'Being sent…' : 'Choose a file of people'}
      </Button>
      <span>
        or drop one here.{' '}
        <span className="text-soft">
          CSV, XLSX or vCard, to 40 MB. Nothing is brought in before you have seen what would come of it.
        </span>
      </span>
    </div>
  )
}
