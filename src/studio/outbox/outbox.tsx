'use client'

import { DELIVERY_COLUMNS, DeliveryWords } from '../arrivals/deliveries'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import type { Resting } from '@/db/queries/lanes'
import { RestWords } from '../settings/restWords'
import { Empty } from '../ui/empty'
import { Pages, SearchBox, useFilters } from '../ui/list_frame'
import { Outside } from '../ui/outside'
import { Moment, ZoneWords } from '../ui/moment'
import { type Column, Sheet } from '../ui/sheet'
import { Link } from '../ui/link'

interface Props {
  query: QueryOf<'deliveries'>
  first: Page<RowOf<'deliveries'>>
  resting: Resting[]
}

/** Every delivery to the outside: first those that are not through. */
export function Outbox({ query, first, resting }: Props) {
  const filters = useFilters()
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>Outbox</h1>
        <span role="group" aria-label="Which deliveries" className="flex rounded-sm border border-edge bg-white">
          {WHICH.map(([which, words]) => (
            <button
              key={which}
              type="button"
              aria-pressed={query.which === which}
              onClick={() => filters.set({ show: which === 'open' ? '' : which })}
              className={`px-2 py-0.5 ${query.which === which ? 'bg-moss-bg text-moss' : ''}`}
            >
              {words}
            </button>
          ))}
        </span>
        <SearchBox label="Narrow by address or subject" />
      </div>
      {resting.map(({ connection, title, ...rest }) => (
        <p key={connection} role="status" className="mb-2 rounded-md bg-amber-bg px-3 py-1.5 wrap-anywhere">
          <b>{title === null ? 'The mail server of this installation' : <Outside>{title}</Outside>}</b>{' '}
          <RestWords {...rest} />{' '}
          {title !== null && (
            <>
              Try it in{' '}
              <Link href="/settings#connections" className="underline">
                Settings
              </Link>
              : once it answers, all of them go out.
            </>
          )}
        </p>
      ))}
      <Pages list="deliveries" query={query} first={first}>
        {(rows) =>
          rows.length === 0 ? (
            query.search ? (
              <Empty title="No delivery fits">Clear the box to see the others.</Empty>
            ) : (
              <Empty title={query.which === 'aside' ? 'Nothing is put aside' : 'Everything is delivered'}>
                What fails waits longer each time, and stays here with its reason when it is given up.
              </Empty>
            )
          ) : (
            <Sheet rows={rows} columns={COLUMNS} usual="-planned" />
          )
        }
      </Pages>
    </main>
  )
}

const WHICH = [
  ['open', 'Not delivered yet'],
  ['aside', 'Put aside'],
  ['all', 'All'],
] as const

const COLUMNS: Column<RowOf<'deliveries'>>[] = [
  {
    head: (
      <>
        Planned, <ZoneWords />
      </>
    ),
    by: 'planned',
    cell: ({ submission, createdAt }) =>
      submission === null ? (
        <Moment at={createdAt} />
      ) : (
        <Link href={`/arrivals/${submission}`} className="underline">
          <Moment at={createdAt} />
        </Link>
      ),
  },
  { head: 'What', className: 'wrap-anywhere', cell: (row) => <DeliveryWords delivery={row} /> },
  { spare: true, head: 'Form', by: 'form', cell: ({ formName }) => <Outside>{formName}</Outside> },
  ...DELIVERY_COLUMNS,
]
