'use client'

import { type ReactNode, useState } from 'react'
import type { findPerson } from '@/db/queries/people'
import { doToManyAction, putErrandBackAction } from '../many/actions'
import { AskAgain } from '../mailing_lists/askAgain'
import { type Around, Doing } from '../many/doing'
import { Button } from '../ui/button'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'

type Found = NonNullable<Awaited<ReturnType<typeof findPerson>>>
type Membership = Found['memberships'][number]

interface Props {
  /** The contact whose they are. */
  id: string
  memberships: readonly Membership[]
  /** Those they are asked by mail to confirm. */
  pending: Found['pending']
  /** Those they left by themselves. */
  left: Found['left']
  around: Around
}

/** The lists that somebody is on, each with what they agreed to; they are put on others, and taken off, by hand. */
export function Memberships({ id, memberships, pending, left, around }: Props) {
  const [joining, setJoining] = useState(false)
  const others = around.lists.filter(({ name }) => !memberships.some(({ list }) => list === name))
  return (
    <section aria-label="Lists">
      <h2 className="mb-1.5">Lists</h2>
      {memberships.length === 0 && <p className="text-soft">On no list.</p>}
      {memberships.map((one) => (
        <Joined key={one.list} contact={id} membership={one} />
      ))}
      {pending.map((one) => (
        <AskedToConfirm key={one.list} contact={id} asked={one} />
      ))}
      {left.map(({ list, title, reason, leftAt }) => (
        <p key={list} className="mb-1 text-soft">
          <Outside>{title}</Outside>: left by themselves{reason && ', “'}
          <Outside>{reason}</Outside>
          {reason && '”'}, <Moment at={leftAt} />
        </p>
      ))}
      {others.length > 0 && (
        <Only may="answer">
          <Button className="mt-1" onClick={() => setJoining(true)}>
            Put on a list…
          </Button>
        </Only>
      )}
      {joining && (
        <Doing
          type="contact"
          doing="join"
          around={{ ...around, lists: others }}
          called={['person', 'people']}
          chosen={{ type: 'contact', ids: [id] }}
          onLeave={() => setJoining(false)}
          onDone={() => setJoining(false)}
        />
      )}
    </section>
  )
}

function AskedToConfirm({ contact, asked }: { contact: string; asked: Found['pending'][number] }) {
  const { list, title, wording, askedAt, lapsed, submission } = asked
  return (
    <OneList
      {...{ title, wording, submission }}
      how={lapsed ? 'never confirmed, asked' : 'to be confirmed by mail, asked'}
      at={askedAt}
    >
      <AskAgain contact={contact} list={list} title={title} />
    </OneList>
  )
}

function Joined({ contact, membership }: { contact: string; membership: Membership }) {
  const { list, title, wording, joinedAt, submission } = membership
  const { busy, run } = useRun()
  const leave = async () => {
    const chosen = { type: 'contact' as const, ids: [contact] }
    const done = await run(() => doToManyAction({ chosen, errand: { does: 'leave', list }, expected: 1 }))
    if (!done) return
    const undo = { label: 'Undo', onClick: () => void run(() => putErrandBackAction({ id: done.id })) }
    toast(`Taken off ${title}`, { action: undo })
  }
  return (
    <OneList {...{ title, wording, submission }} how="joined" at={joinedAt}>
      <Only may="answer">
        <Button
          look="quiet"
          className="py-0!"
          disabled={busy}
          aria-label={`Take off ${title}`}
          onClick={() => void leave()}
        >
          Take off
        </Button>
      </Only>
    </OneList>
  )
}

interface OneListProps {
  title: string
  /** How they stand to it, and since when. */
  how: string
  at: Date
  wording: string
  submission: string | null
  /** What can be done about it. */
  children: ReactNode
}

/** A list with what they agreed to. */
const OneList = ({ title, how, at, wording, submission, children }: OneListProps) => (
  <div className="mb-2">
    <div className="flex flex-wrap items-baseline gap-x-1.5">
      <b className="font-semibold">
        <Outside>{title}</Outside>
      </b>
      <span className="text-soft">
        {how} <Moment at={at} />
      </span>
      <span className="ml-auto">{children}</span>
    </div>
    <blockquote className="border-l-2 border-moss pl-2">
      “<Outside>{wording}</Outside>”{' '}
      {submission && (
        <Link href={`/arrivals/${submission}`} className="text-teal underline">
          agreed here
        </Link>
      )}
    </blockquote>
  </div>
)
