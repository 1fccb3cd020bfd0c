'use client'

import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { type Around, Choosing } from '../many/choosing'
import { Empty } from '../ui/empty'
import { Pages, SearchBox } from '../ui/list_frame'
import { Outside } from '../ui/outside'
import { type Column, Sheet } from '../ui/sheet'
import { changedColumn } from './changed'
import { ownerColumn, OwnerFilter } from './owner'
import { PeopleTabs } from './tabs'
import { Link } from '../ui/link'

interface Props {
  query: QueryOf<'companies'>
  around: Around
  first: Page<RowOf<'companies'>>
}

const COLUMNS: Column<RowOf<'companies'>>[] = [
  {
    head: 'Name',
    by: 'name',
    cell: ({ id, name }) => (
      <Link href={`/people/companies/${id}`} className="font-semibold hover:underline">
        <Outside>{name}</Outside>
      </Link>
    ),
  },
  {
    head: 'Mail domain',
    by: 'domain',
    className: 'text-soft',
    cell: ({ domain }) => <Outside>{domain ?? '—'}</Outside>,
  },
  ownerColumn,
  { head: 'People', by: 'people', right: true, cell: ({ people }) => people },
  { head: 'Deals', by: 'deals', right: true, cell: ({ deals }) => deals },
  { head: 'Requests', by: 'requests', right: true, cell: ({ requests }) => requests },
  changedColumn,
]

/** Every company, the last changed first unless sorted otherwise. */
export const Companies = ({ query, around, first }: Props) => (
  <main className="px-4 py-3">
    <div className="mb-2 flex flex-wrap items-center gap-3">
      <h1>Companies</h1>
      <PeopleTabs at="companies" />
      <SearchBox label="Narrow by name or domain" />
      <OwnerFilter members={around.members} />
    </div>
    <Pages list="companies" query={query} first={first}>
      {(rows) =>
        rows.length === 0 ? (
          query.search || query.owner ? (
            <Empty title="No company fits">Clear the box, and choose any owner, to see all of them.</Empty>
          ) : (
            <Empty title="No companies yet">
              They fill as forms arrive that say, under Records, that a submission matches a company.
            </Empty>
          )
        ) : (
          <Choosing type="company" rows={rows} filter={{ search: query.search, owner: query.owner }} around={around}>
            {(choose) => <Sheet rows={rows} columns={[choose, ...COLUMNS]} usual="-changed" />}
          </Choosing>
        )
      }
    </Pages>
  </main>
)
