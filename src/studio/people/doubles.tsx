'use client'

import type { DoublePair } from '@/db/queries/doubles'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { counted } from '../ui/show'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { lookForDoublesAction, sayTwoAction } from './actions'
import { PeopleTabs } from './tabs'

interface Props {
  pairs: readonly DoublePair[]
  lookedAt: Date | string | null
}

/** Contacts that may be one person, and companies that may be one: each pair is looked at, and merged or told apart. */
export function Doubles({ pairs, lookedAt }: Props) {
  const { busy, run } = useRun()
  const look = async () => {
    if ((await run(() => lookForDoublesAction({}))) !== undefined)
      toast('Being looked for. Load the page anew in a moment.')
  }
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>Likely doubles</h1>
        <PeopleTabs at="doubles" />
        <span className="text-soft">
          {lookedAt === null ? (
            'Not looked for yet'
          ) : (
            <>
              Looked for <Moment at={lookedAt} />
            </>
          )}
        </span>
        <Only may="answer">
          <Button disabled={busy} onClick={() => void look()}>
            Look again
          </Button>
        </Only>
      </div>
      {pairs.length === 0 ? (
        <Empty title="Nobody is likely there twice">
          The same phone, the same address but for dots and tags, much the same name in one company, or two companies of
          much the same name would show here.
        </Empty>
      ) : (
        <ul>
          {pairs.map((pair) => (
            <Pair key={`${pair.first.id} ${pair.second.id}`} pair={pair} />
          ))}
        </ul>
      )}
    </main>
  )
}

function Pair({ pair: { first, second, why } }: { pair: DoublePair }) {
  const { busy, run } = useRun()
  return (
    <li className="grid items-center gap-x-4 gap-y-1.5 border-b border-rule py-2 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_18rem_auto]">
      <Somebody one={first} />
      <Somebody one={second} />
      <span className="flex flex-wrap gap-1">
        {why.map((reason) => (
          <Chip key={reason} tone="teal">
            {reason}
          </Chip>
        ))}
      </span>
      <Only may="answer">
        <span className="flex gap-1.5">
          <Link
            href={`/people/merge?of=${first.id},${second.id}`}
            className="rounded-md border border-edge bg-white px-2.5 py-1 whitespace-nowrap hover:bg-panel"
            aria-label={`Compare ${first.name} and ${second.name}`}
          >
            Compare
          </Link>
          <Button
            look="quiet"
            disabled={busy}
            aria-label={`${first.name} and ${second.name} are two`}
            onClick={() => void run(() => sayTwoAction({ pair: [first.id, second.id] }))}
          >
            They are two
          </Button>
        </span>
      </Only>
    </li>
  )
}

const Somebody = ({ one: { id, type, name, email, company, submissions, people } }: { one: DoublePair['first'] }) => (
  <span className="min-w-0">
    <Link
      href={type === 'company' ? `/people/companies/${id}` : `/people/${id}`}
      className="font-semibold hover:underline"
    >
      <Outside>{name}</Outside>
    </Link>
    <span className="block text-soft">
      <Outside>{email ?? 'no mail domain'}</Outside>
      {company && (
        <>
          {' '}
          · <Outside>{company}</Outside>
        </>
      )}{' '}
      · {type === 'company' ? counted(people, 'person', 'people') : `${submissions} sent`}
    </span>
  </span>
)
