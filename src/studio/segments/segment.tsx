'use client'

import { useEffect, useMemo, useRef, useState } from 'react'
import type { Condition } from '@/core/logic/condition'
import { vocabularyOfPeople } from '@/core/segments/vocabulary'
import type { StoredSegment } from '@/db/queries/segments'
import { ConditionEditor } from '../compose/condition'
import { Button } from '../ui/button'
import { ChoiceField, TextField, useSettled } from '../ui/field'
import { Only, OnlyToRead, useGo, useMay } from '../ui/here'
import { Link } from '../ui/link'
import { Outside, quoted } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { counted, figure } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { addSegmentAction, changeSegmentAction, countSegmentAction, dropSegmentAction } from './actions'
import type { SentAround } from './read_around'

interface Props {
  /** `null` for one that is made. */
  segment: StoredSegment | null
  around: SentAround
}

/** Who is in a segment, said by the editor that says all conditions, and counted while it is said. */
export function SegmentEditor({ segment, around }: Props) {
  const go = useGo()
  const may = useMay('answer')
  const { busy, run } = useRun()
  const [title, setTitle] = useState(segment?.title ?? '')
  const [condition, setCondition] = useState<Condition | null>(segment?.condition ?? null)
  const vocabulary = useMemo(() => vocabularyOfPeople({ ...around, asked: new Map(around.asked) }), [around])
  const isSame = title === segment?.title && JSON.stringify(condition) === JSON.stringify(segment.condition)
  const keep = async () => {
    if (condition === null) return
    const wish = { title, condition }
    const kept = await run(() =>
      segment ? changeSegmentAction({ ...wish, name: segment.name }) : addSegmentAction(wish),
    )
    if (!kept) return
    toast(`${quoted(title)} is kept`)
    if (!segment) go.to(`/people/segments/${kept.name}`)
  }
  const drop = async () => {
    if (!segment || (await run(() => dropSegmentAction({ name: segment.name }))) === undefined) return
    const again = () => void run(() => addSegmentAction({ title: segment.title, condition: segment.condition }))
    toast(`${quoted(segment.title)} is dropped`, { action: { label: 'Undo', onClick: again } })
    go.to('/people/segments')
  }
  const ask = (slug: string) => {
    const asked = [...around.asked.map(([one]) => one), slug]
    go.inPlace(`/people/segments/${segment?.name ?? 'new'}?ask=${asked.join(',')}`)
  }
  const askable = around.forms.filter(({ slug }) => !around.asked.some(([one]) => one === slug))
  return (
    <main className="px-4 py-3">
      <PageHead back={['/people/segments', 'Segments']} heading={segment?.title ?? 'New segment'}>
        {segment && (
          <>
            <Link href={`/people?segment=${segment.name}`} className="text-teal underline">
              See them in People
            </Link>
            <Only may="answer">
              <Link href={`/people/sheets/new?segment=${segment.name}`} className="text-teal underline">
                Make a link sheet
              </Link>
            </Only>
          </>
        )}
      </PageHead>
      <div className="grid gap-6 min-[900px]:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <OnlyToRead unless="answer">
          <div className="max-w-96">
            <TextField label="Called" value={title} onCommit={(next) => setTitle(next.slice(0, 100))} />
          </div>
          <section aria-label="Who is in it">
            <h2 className="mb-1.5">Who is in it</h2>
            <ConditionEditor
              vocabulary={vocabulary}
              condition={condition}
              always="Everybody. Add a test to say who."
              isWhen={false}
              onChange={setCondition}
            />
            {askable.length > 0 && (
              <ChoiceField
                hideLabel
                label="Ask about the answers of a form"
                className="mt-2 max-w-80"
                value=""
                options={[
                  ['', 'Ask about the answers of a form…'],
                  ...askable.map(({ slug, name }) => [slug, name] as const),
                ]}
                onCommit={(slug) => slug && ask(slug)}
              />
            )}
          </section>
          {may && (
            <p className="flex gap-2">
              <Button
                look="main"
                disabled={busy || condition === null || title.trim() === '' || isSame}
                onClick={() => void keep()}
              >
                {segment ? 'Keep the change' : 'Keep the segment'}
              </Button>
              {segment && (
                <Button look="quiet" disabled={busy} onClick={() => void drop()}>
                  Drop it
                </Button>
              )}
            </p>
          )}
        </OnlyToRead>
        <Counted condition={condition} />
      </div>
    </main>
  )
}

type Counting = Extract<Awaited<ReturnType<typeof countSegmentAction>>, { ok: true }>['value']

/** How many fit what is said, and some of them: the last answer stands until the next is there. */
function Counted({ condition }: { condition: Condition | null }) {
  const [told, setTold] = useState<Counting | string | null>(null)
  const settled = useSettled(condition, 300)
  const asked = useRef(0)
  useEffect(() => {
    const mine = ++asked.current
    if (settled === null) return setTold(null)
    countSegmentAction({ condition: settled })
      .then((given) => mine === asked.current && setTold(given.ok ? given.value : given.message))
      .catch(() => mine === asked.current && setTold('Counting took too long. The segment can be kept all the same.'))
  }, [settled])
  if (condition === null) return null
  return (
    <section aria-label="People in it now" aria-busy={settled !== condition}>
      <h2 className="mb-1.5" role="status">
        {told === null
          ? 'Counting…'
          : typeof told === 'string'
            ? told
            : `${counted(told.count, 'person', 'people')} now`}
      </h2>
      {told !== null && typeof told !== 'string' && (
        <>
          <ul>
            {told.some.map(({ id, name, email }) => (
              <li key={id} className="border-b border-rule py-1">
                <Link href={`/people/${id}`} className="font-semibold hover:underline">
                  <Outside>{name}</Outside>
                </Link>{' '}
                <span className="text-soft">
                  <Outside>{email}</Outside>
                </span>
              </li>
            ))}
          </ul>
          {told.count > told.some.length && (
            <p className="py-1 text-soft">and {figure(told.count - told.some.length)} more</p>
          )}
        </>
      )}
    </section>
  )
}
