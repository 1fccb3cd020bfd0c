'use client'

import { useState } from 'react'
import { type Answer, isBlank } from '@/core/answers/answer'
import { whyForGood } from '@/core/changes/deeds'
import { readSlot } from '@/core/changes/slot'
import { type Tellable, tellHeld, tellSlot } from '@/core/changes/tell'
import type { FollowedDelivery } from '@/db/queries/deliveries'
import type { Change, Part } from '@/db/queries/people'
import { StateChip, TestChip } from '../arrivals/arrivals'
import { DeliveryWords } from '../arrivals/deliveries'
import { type Happening, happeningsOf, HOW, isOf, type Known, NARROWED, type Narrowed, whoDid } from './happenings'
import { identityOf } from '@/core/records/record'
import { Becomes } from '../ui/becomes'
import { Link } from '../ui/link'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PutBack } from './putBack'

interface Props extends Known {
  /** The record it is of. */
  id: string
  /** What was merged into it: what happened to that is told as well. */
  parts: readonly Part[]
  tell: Tellable
}

const NARROWED_WORDS: Record<Narrowed, string> = {
  sent: 'Sent',
  changed: 'Changed',
  mails: 'Mails',
  notes: 'Notes',
  links: 'Links',
}

/** All that happened to a record, the latest first: what caused it, what that did, and what followed. */
export function TimeLine({ id, parts, tell, ...known }: Props) {
  const [narrowed, setNarrowed] = useState<Narrowed | null>(null)
  const all = happeningsOf(known)
  const shown = narrowed === null ? all : all.filter((one) => isOf(one, narrowed))
  const offered = NARROWED.filter((one) => all.some((happening) => isOf(happening, one)))
  const latest = new Map<string, string>()
  for (const { record, field, id: change } of known.changes)
    if (record === id && !latest.has(field)) latest.set(field, change)
  const partOf = (record: string) => parts.find((one) => one.id === record)
  return (
    <section aria-label="What happened">
      <div className="mb-1.5 flex flex-wrap items-baseline gap-x-3">
        <h2>
          What happened{' '}
          <span className="font-normal text-soft">
            — <ZoneWords />
          </span>
        </h2>
        {offered.length > 1 && (
          <span role="group" aria-label="What of it shows" className="flex rounded-sm border border-edge bg-white">
            {[null, ...offered].map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={narrowed === one}
                className={`px-2 py-0.5 ${narrowed === one ? 'bg-moss-bg text-moss' : ''}`}
                onClick={() => setNarrowed(one)}
              >
                {one === null ? 'Everything' : NARROWED_WORDS[one]}
              </button>
            ))}
          </span>
        )}
      </div>
      {all.length === 0 && <p className="text-soft">Nothing yet.</p>}
      <ol className="relative ml-1 border-l-2 border-rule">
        {shown.map((happening) => (
          <li key={happening.key} className="relative pb-3 pl-4">
            <span
              aria-hidden
              className={`absolute top-1.5 -left-[6px] size-2.5 rounded-full border-2 ${isOf(happening, 'sent') ? 'border-moss bg-moss' : 'border-edge bg-white'}`}
            />
            <div className="flex flex-wrap items-baseline gap-x-2">
              <span className="w-[7.5rem] text-soft">
                <Moment at={happening.at} />
              </span>
              <Head happening={happening} />
            </div>
            <Lines {...{ id, happening, tell, partOf }} isLatest={(one) => latest.get(one.field) === one.id} />
            <Followed deliveries={happening.followed} />
          </li>
        ))}
      </ol>
    </section>
  )
}

interface LinesProps {
  id: string
  happening: Happening
  tell: Tellable
  partOf: (record: string) => Part | undefined
  /** Whether nothing changed the same since. */
  isLatest: (change: Change) => boolean
}

/** What a cause changed here. */
function Lines({ id, happening: { changes }, tell, partOf, isLatest }: LinesProps) {
  const [first] = changes
  if (!first) return null
  return (
    <ul className={first.undoneBy === null ? '' : 'line-through decoration-edge'}>
      {changes.map((change) => (
        <Line
          key={change.id}
          {...{ id, change, tell }}
          part={partOf(change.record)}
          alone={changes.length === 1 && !isOfMany(first)}
          isLatest={change.record === id && isLatest(change)}
        />
      ))}
    </ul>
  )
}

/** What went outside because of something, and how it stands. */
const Followed = ({ deliveries }: { deliveries: readonly FollowedDelivery[] }) =>
  deliveries.length === 0 ? null : (
    <ul>
      {deliveries.map((delivery) => (
        <li key={delivery.id} className="grid grid-cols-[7.5rem_minmax(0,1fr)] items-baseline gap-x-2 py-0.5">
          <span className="text-soft">{FOLLOWED[delivery.state]}</span>
          <span className="text-soft">
            <DeliveryWords delivery={delivery} />
          </span>
        </li>
      ))}
    </ul>
  )

const FOLLOWED: Record<FollowedDelivery['state'], string> = {
  delivered: 'Went out',
  waiting: 'Waits',
  given_up: 'Did not get out',
  put_aside: 'Put aside',
}

/** Whether it was done to others as well, which is put back where that is told. */
const isOfMany = ({ deed }: Change): boolean => deed === 'doToMany'

const headWords = ({ sort, who, formName }: Change): string =>
  sort === 'submission' ? `by ${formName}` : `by ${who ?? 'somebody'}`

/** That they are known by a link or in a browser from then on, or no more. */
const KnownBy = ({ by, formName, byVisitor, is }: NonNullable<Happening['known']>) =>
  by === 'link' ? (
    <span>
      Personal link to <Outside>{formName}</Outside> {is}
    </span>
  ) : (
    <span>
      {is === 'made'
        ? 'Wished to be remembered in a browser, in '
        : byVisitor
          ? 'Somebody in their browser said “this is not me”, remembered in '
          : 'Browser withdrawn that remembered them since '}
      <Outside>{formName}</Outside>
    </span>
  )

/** What happened, by whom, and putting all of it back. */
function Head({ happening: { changes, sent, known } }: { happening: Happening }) {
  const [first] = changes
  if (known) return <KnownBy {...known} />
  if (sent)
    return (
      <span>
        Sent{' '}
        <Link href={`/arrivals/${sent.id}`} className="font-semibold text-teal underline">
          <Outside>{sent.formName}</Outside>
        </Link>
        <span className="text-soft">{sent.state === 'applied' ? ', which changed nothing here' : ''}</span>{' '}
        {sent.state !== 'applied' && <StateChip state={sent.state} />} {sent.isTest && <TestChip />}
      </span>
    )
  if (!first) return <span className="text-soft">What followed</span>
  return (
    <>
      <Who change={first} />
      {first.sort === 'import' && (
        <Link href={`/people/imports/${first.cause}`} className="text-teal underline">
          the import
        </Link>
      )}
      {isOfMany(first) && (
        <Link href={`/people/errands/${first.cause}`} className="text-teal underline">
          to many at once
        </Link>
      )}
      {first.undoneBy === null && first.sort !== 'import' && whyForGood(first.deed) === null && !isOfMany(first) && (
        <span className="ml-auto">
          <PutBack cause={first.cause} label="Put back" what={`all that was done ${headWords(first)}`} />
        </span>
      )}
    </>
  )
}

function Who({ change }: { change: Change }) {
  const { sort, submission, isTest, formName, release, undoneBy } = change
  return (
    <span>
      {submission ? (
        <>
          Sent{' '}
          <Link href={`/arrivals/${submission}`} className="font-semibold text-teal underline">
            <Outside>{formName}</Outside>
          </Link>{' '}
          <span className="text-soft">release {release}</span> {isTest && <TestChip />}
        </>
      ) : (
        <>
          <b className="font-semibold">
            <Outside>{whoDid(change)}</Outside>
          </b>{' '}
          {HOW[sort]}
        </>
      )}
      {undoneBy !== null && <span className="text-soft"> · put back</span>}
    </span>
  )
}

interface LineProps {
  id: string
  change: Change
  /** What was merged into the record, where it happened to that. */
  part: Part | undefined
  tell: Tellable
  /** Whether the cause did nothing else here. */
  alone: boolean
  /** Whether nothing changed the same since. */
  isLatest: boolean
}

/** One change: what it was of, from what to what, and why. */
function Line({ id, change, part, tell, alone, isLatest }: LineProps) {
  const { field, from, to, because, cause, undoneBy, sort } = change
  const label = tellSlot(field, tell)
  const isNeeded = readSlot(field).is === 'there' || (field === identityOf(tell.record) && isBlank(from))
  const isWhole = sort === 'merge' && readSlot(field).is !== 'field'
  const canGoAlone = !alone && isLatest && !isNeeded && !isWhole && undoneBy === null && sort !== 'put back'
  return (
    <li className="group grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-baseline gap-x-2 py-0.5">
      <span className="text-soft">
        <Outside>{label}</Outside>
      </span>
      <span>
        <Held {...{ field, from, to, tell }} />
        {part && (
          <span className="text-soft">
            {' '}
            · <Outside>{part.key}</Outside>
          </span>
        )}
        {(sort === 'submission' || sort === 'visitor') && (
          <span className="text-soft">
            {' '}
            · <Outside>{because}</Outside>
          </span>
        )}
      </span>
      {canGoAlone && (
        <PutBack cause={cause} only={{ record: id, slot: field }} label="Put this back" what={label} shy />
      )}
    </li>
  )
}

function Held({ field, from, to, tell }: { field: string; from: Answer; to: Answer; tell: Tellable }) {
  const { is } = readSlot(field)
  if (is === 'there') return to === null ? 'is there no more' : 'opened'
  if (is === 'list') return to === null ? 'left' : 'joined'
  if (is === 'pending') return to === null ? 'asked no more' : 'asked by mail'
  const [before, after] = [tellHeld(field, from, tell), tellHeld(field, to, tell)]
  return (
    <span className="whitespace-pre-line">
      <Becomes from={before} to={after} />
    </span>
  )
}
