'use client'

import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Chip } from '../ui/chip'
import { Email } from '../ui/email'
import { Empty } from '../ui/empty'
import { Link } from '../ui/link'
import { Pages, useFilters } from '../ui/list_frame'
import { Outside } from '../ui/outside'
import { type Column, Sheet } from '../ui/sheet'
import { figure } from '../ui/show'

type Row = RowOf<'links'>

/** What a link can be asked for by. */
const CAME = [
  ['', 'All links'],
  ['nothing', 'Not opened'],
  ['opened', 'Opened'],
  ['sent', 'Sent'],
  ['by others', 'Answered by others'],
] as const

/** Who has which link of a sheet, and what came of it. */
export function LinksOfSheet({ query, first }: { query: QueryOf<'links'>; first: Page<Row> }) {
  const filters = useFilters()
  return (
    <section aria-label="Links" className="min-w-0">
      <div className="mb-1.5 flex flex-wrap items-center gap-3">
        <h2>Whose they are</h2>
        <select
          className="box w-auto!"
          aria-label="Which links"
          value={filters.get('came')}
          onChange={({ target }) => filters.set({ came: target.value })}
        >
          {CAME.map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </select>
      </div>
      <Pages list="links" query={query} first={first}>
        {(rows) =>
          rows.length > 0 ? (
            <Sheet rows={rows} columns={COLUMNS} />
          ) : query.came ? (
            <Empty title="None of them">Choose all links to see every one.</Empty>
          ) : (
            <Empty title="No links">Nobody of those it was made for is there, or their links are kept no more.</Empty>
          )
        }
      </Pages>
    </section>
  )
}

const COLUMNS: Column<Row>[] = [
  {
    head: 'Person',
    className: 'wrap-anywhere',
    cell: ({ contact, name, email }) => (
      <Link href={`/people/${contact}`} className="font-semibold hover:underline">
        {name.includes('@') ? <Email address={name} /> : <Outside>{name || email}</Outside>}
      </Link>
    ),
  },
  { head: 'Email', spare: true, cell: ({ email }) => <Email address={email} /> },
  { head: 'Opened', right: true, cell: ({ opened }) => (opened > 0 ? figure(opened) : '—') },
  {
    head: 'What came of it',
    cell: ({ opened, browsers, begun, sent, byOthers, works }) => (
      <>
        {sent ? 'sent' : begun ? 'begun' : opened > 0 ? 'looked at' : <span className="text-soft">nothing yet</span>}
        {browsers > 1 && <span className="text-soft">, in {browsers} browsers</span>}{' '}
        {byOthers && (
          <Chip tone="amber" title="Another address was answered by it: somebody passed it on.">
            by others
          </Chip>
        )}{' '}
        {!works && <Chip>ended</Chip>}
      </>
    ),
  },
]
