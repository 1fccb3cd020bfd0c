'use client'

import { useEffect, useState } from 'react'
import { describeCondition } from '@/core/logic/describe'
import { vocabularyOfPeople } from '@/core/segments/vocabulary'
import type { StoredSegment } from '@/db/queries/segments'
import { PeopleTabs } from '../people/tabs'
import { Empty } from '../ui/empty'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type Column, NOWRAP, Sheet } from '../ui/sheet'
import { figure } from '../ui/show'
import { countSegmentAction } from './actions'
import type { SentAround } from './read_around'

interface Props {
  segments: readonly StoredSegment[]
  around: SentAround
}

/** Every segment: who is meant, in words, and how many they are now. */
export function Segments({ segments, around }: Props) {
  const words = vocabularyOfPeople({ ...around, asked: new Map(around.asked) })
  const columns: Column<StoredSegment & { id: string }>[] = [
    {
      head: 'Segment',
      cell: ({ name, title }) => (
        <Link href={`/people/segments/${name}`} className="font-semibold hover:underline">
          <Outside>{title}</Outside>
        </Link>
      ),
    },
    {
      head: 'Who is in it',
      spare: true,
      className: 'text-soft',
      cell: ({ condition }) => <Outside>{describeCondition(words, condition)}</Outside>,
    },
    {
      head: 'People',
      right: true,
      cell: ({ name, condition }) => (
        <Link href={`/people?segment=${name}`} className="text-teal underline">
          <Count condition={condition} />
        </Link>
      ),
    },
    { head: 'Changed by', spare: true, cell: ({ changedBy }) => <Outside>{changedBy}</Outside> },
    {
      head: (
        <>
          Changed, <ZoneWords />
        </>
      ),
      spare: true,
      className: `${NOWRAP} text-soft`,
      cell: ({ changedAt }) => <Moment at={changedAt} />,
    },
  ]
  return (
    <main className="px-4 py-3">
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1>Segments</h1>
        <PeopleTabs at="segments" />
        <Only may="answer">
          <Link
            href="/people/segments/new"
            className="rounded-md border border-edge bg-white px-2.5 py-1 hover:bg-panel"
          >
            New segment
          </Link>
        </Only>
      </div>
      {segments.length === 0 ? (
        <Empty title="No segments yet">
          A segment is people who fit a condition: by what is stored, what they sent, when, and where they came from.
          Who is in it follows by itself.
        </Empty>
      ) : (
        <Sheet rows={segments.map((one) => ({ ...one, id: one.name }))} columns={columns} />
      )}
    </main>
  )
}

/** How many people fit a condition now: counted once the page is there. */
function Count({ condition }: { condition: StoredSegment['condition'] }) {
  const [count, setCount] = useState<number | 'unknown' | null>(null)
  useEffect(() => {
    let gone = false
    countSegmentAction({ condition })
      .then((told) => gone || setCount(told.ok ? told.value.count : 'unknown'))
      .catch(() => gone || setCount('unknown'))
    return () => {
      gone = true
    }
  }, [condition])
  return <>{count === null ? '…' : count === 'unknown' ? 'see them' : figure(count)}</>
}
