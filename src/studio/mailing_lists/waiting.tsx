'use client'

import type { ListFound } from '@/db/queries/mailing_lists'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Only } from '../ui/here'
import { Outside } from '../ui/outside'
import { figure } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { askAllToConfirmAction } from './actions'
import { AskAgain } from './askAgain'
import { Who } from './who'

interface Props {
  /** Its name. */
  list: string
  title: string
  /** How many there are; those shown are the latest. */
  waiting: number
  pending: ListFound['pending']
}

/** Who is asked by mail to confirm a list and has not answered. They are sent nothing of it until they do. */
export function Waiting({ list, title, waiting, pending }: Props) {
  const { busy, run } = useRun()
  const askAll = async () => {
    const done = await run(() => askAllToConfirmAction({ name: list }))
    if (done) toast(done.asked === 0 ? 'All of them were asked within a day' : `${figure(done.asked)} asked once more`)
  }
  return (
    <section aria-label="To be confirmed">
      <div className="mb-1.5 flex flex-wrap items-baseline gap-x-3">
        <h2>To be confirmed by mail</h2>
        {waiting > 1 && (
          <Only may="answer">
            <Button className="ml-auto" disabled={busy} onClick={() => void askAll()}>
              Ask all who have not answered for a day
            </Button>
          </Only>
        )}
      </div>
      <Asked {...{ list, title }} people={pending.slice(0, AT_FIRST)} />
      {pending.length > AT_FIRST && (
        <details className="mt-1">
          <summary className="text-soft">Asked before them</summary>
          <Asked {...{ list, title }} people={pending.slice(AT_FIRST)} />
        </details>
      )}
      {waiting > pending.length && <p className="mt-1 text-soft">and {figure(waiting - pending.length)} before them</p>}
    </section>
  )
}

/** How many are shown at first. */
const AT_FIRST = 6

const Asked = ({ list, title, people }: Pick<Props, 'list' | 'title'> & { people: Props['pending'] }) => (
  <ul>
    {people.map(({ id, name, email, address, wording, askedAt, lapsed }) => (
      <li key={id} className="border-b border-rule py-1">
        <Who {...{ id, name, email }} at={askedAt} />
        <span className="flex flex-wrap items-baseline gap-x-2 text-soft">
          <span className="min-w-0 flex-1">
            “<Outside>{wording}</Outside>”
            {address !== email && (
              <>
                , asked at <Outside>{address}</Outside>
              </>
            )}
          </span>
          {lapsed && <Chip tone="amber">never answered</Chip>}
          <AskAgain contact={id} list={list} title={title} of={name} />
        </span>
      </li>
    ))}
  </ul>
)
