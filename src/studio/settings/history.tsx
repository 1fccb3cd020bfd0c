'use client'

import { DEED_NAMES, tellDeed, whyForGood } from '@/core/changes/deeds'
import type { RecordType } from '@/core/fields/field'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { PutBack } from '../people/putBack'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { ExportLinks } from '../ui/exports'
import { Link } from '../ui/link'
import { Pages, SearchBox, useFilters } from '../ui/list_frame'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { type Column, Sheet } from '../ui/sheet'

interface Props {
  query: QueryOf<'history'>
  first: Page<RowOf<'history'>>
}

/** Who did what, when: kept for good, and changed by nobody. */
export function History({ query, first }: Props) {
  const filters = useFilters()
  return (
    <main className="px-4 py-3">
      <PageHead back={['/settings', 'Settings']} heading="History">
        <span className="text-soft">who did what; it stays as it is</span>
      </PageHead>
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <select
          aria-label="Which causes"
          className="box w-auto max-w-full"
          value={query.which}
          onChange={({ target }) => filters.set({ which: target.value === 'all' ? 'all' : '' })}
        >
          <option value="done">What members and programs did</option>
          <option value="all">And what visitors sent</option>
        </select>
        <select
          aria-label="What was done"
          className="box w-auto max-w-full"
          value={query.deed ?? ''}
          onChange={({ target }) => filters.set({ deed: target.value })}
        >
          <option value="">anything</option>
          {DEED_NAMES.map((name) => (
            <option key={name} value={name}>
              {tellDeed(name)}
            </option>
          ))}
        </select>
        <SearchBox label="Narrow by who, or to what" />
        <ExportLinks of="history" filters={['which', 'deed', 'search']} />
      </div>
      <Pages list="history" query={query} first={first}>
        {(rows) =>
          rows.length === 0 ? (
            query.search || query.deed ? (
              <Empty title="Nothing fits">Clear the box, or choose anything.</Empty>
            ) : (
              <Empty title="Nothing yet">What members and programs do is kept here as it happens.</Empty>
            )
          ) : (
            <Sheet rows={rows} columns={COLUMNS} usual="-when" />
          )
        }
      </Pages>
    </main>
  )
}

type Row = RowOf<'history'>

const COLUMNS: Column<Row>[] = [
  {
    head: (
      <>
        When, <ZoneWords />
      </>
    ),
    by: 'when',
    className: 'max-[599px]:[&_time]:whitespace-normal',
    cell: ({ at }) => <Moment at={at} />,
  },
  {
    head: 'Who',
    cell: ({ sort, who }) => (
      <>
        {who === null ? <span className="text-soft">{NOBODY[sort] ?? 'somebody'}</span> : <Outside>{who}</Outside>}
        {sort === 'program' && <span className="text-soft"> through the API</span>}
      </>
    ),
  },
  {
    head: 'Did what',
    cell: ({ deed, undoneBy }) => (
      <>
        {tellDeed(deed)} {undoneBy !== null && <Chip>{deed === 'putBack' ? 'undone' : 'put back'}</Chip>}
      </>
    ),
  },
  {
    head: 'To what',
    className: 'wrap-anywhere',
    cell: (row) => {
      const to = addressOf(row)
      const words = <Outside>{row.about}</Outside>
      return to === null ? (
        words
      ) : (
        <Link href={to} className="underline">
          {words}
        </Link>
      )
    },
  },
  {
    head: <span className="sr-only">What to do</span>,
    right: true,
    cell: ({ id, record, undoneBy, deed, about, sort }) =>
      record !== null &&
      // What an import did, or was done to many, is put back on its own page.
      sort !== 'import' &&
      deed !== 'doToMany' &&
      // Who left by themselves comes back by themselves.
      whyForGood(deed) === null &&
      undoneBy === null && <PutBack cause={id} label="Put back" what={`${tellDeed(deed)}: ${about}`} shy />,
  },
]

/** Who does what nobody in particular does. */
const NOBODY: Partial<Record<Row['sort'], string>> = {
  submission: 'a visitor',
  visitor: 'whoever got a mail',
  keeping: 'Lichen, by rule',
}

const PAGES: Record<RecordType, string> = {
  contact: '/people',
  company: '/people/companies',
  deal: '/people/opened',
  request: '/people/opened',
}

/** Where what it was done to is shown; `null` for nowhere. */
function addressOf({ id, sort, deed, submission, record }: Row): string | null {
  if (deed === 'doToMany') return `/people/errands/${id}`
  if (sort === 'import') return `/people/imports/${id}`
  if (deed === 'makeSheet') return `/people/sheets/${id}`
  if (submission !== null) return `/arrivals/${submission}`
  return record === null || record.gone ? null : `${PAGES[record.type]}/${record.id}`
}
