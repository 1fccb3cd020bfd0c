'use client'

import Link from 'next/link'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { Pages, SearchBox, useFilters } from '../ui/listFrame'
import { type Column, Sheet } from '../ui/sheet'
import { ago, figure, percent, range } from '../ui/show'
import { type KnownForm, NewForm } from './newForm'

interface Props {
  query: QueryOf<'forms'>
  first: Page<RowOf<'forms'>>
  /** What is known of all forms, while a new one is being made. */
  known: readonly KnownForm[] | null
}

/** Every form of the workspace, narrowed by typing and sorted by its heads. */
export function FormsTable({ query, first, known }: Props) {
  const filters = useFilters()
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>Forms</h1>
        <SearchBox label="Narrow by name or folder" />
        <span className="text-soft">Numbers of the last 30 days</span>
        <Button look="main" className="ml-auto" onClick={() => filters.set({ new: '1' })}>
          New form
        </Button>
      </div>
      <Pages list="forms" query={query} first={first}>
        {(rows) =>
          rows.length > 0 ? (
            <Sheet rows={rows} columns={COLUMNS} usual="name" />
          ) : query.search ? (
            <Empty title="No form fits">Clear the box to see all of them.</Empty>
          ) : (
            <Empty title="No forms yet">Press New form: a blank one asks for an email and is ready to widen.</Empty>
          )
        }
      </Pages>
      {known && <NewForm known={known} onClose={() => filters.set({ new: '' })} />}
    </main>
  )
}

const COLUMNS: Column<RowOf<'forms'>>[] = [
  {
    head: 'Form',
    by: 'name',
    cell: ({ slug, name }) => (
      <>
        <Link href={`/forms/${slug}/compose`} className="font-semibold hover:underline">
          {name}
        </Link>{' '}
        <span className="name text-soft">/{slug}</span>
      </>
    ),
  },
  { spare: true, head: 'Folder', by: 'folder', cell: ({ folder }) => folder || '—' },
  { spare: true, head: 'Campaign', by: 'campaign', cell: ({ campaign }) => campaign || '—' },
  {
    spare: true,
    head: 'State',
    by: 'release',
    cell: ({ release }) => (release ? <span className="text-soft">release {release} live</span> : <Chip>draft</Chip>),
  },
  { spare: true, head: 'Arrived', by: 'arrived', right: true, cell: ({ arrived }) => figure(arrived) },
  { head: 'Sent', by: 'sent', right: true, cell: ({ sent }) => figure(sent) },
  {
    head: 'Finish, with 95 % range',
    by: 'finish',
    cell: ({ finish }) =>
      finish ? (
        <>
          {percent(finish.rate)} <span className="text-soft">{range(finish)}</span>
        </>
      ) : (
        '—'
      ),
  },
  { spare: true, head: 'Unfinished', by: 'unfinished', right: true, cell: ({ unfinished }) => figure(unfinished) },
  { spare: true, head: 'Owner', by: 'owner', cell: ({ owner }) => owner ?? '—' },
  {
    spare: true,
    head: 'Changed',
    by: 'changed',
    className: 'text-soft',
    cell: ({ updatedAt }) => <span suppressHydrationWarning>{ago(updatedAt)}</span>,
  },
]
