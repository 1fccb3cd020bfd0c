'use client'

import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { useRouter } from 'next/navigation'
import { Button } from '../ui/button'
import { toast } from '../ui/toast'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { Pages, SearchBox, useFilters } from '../ui/list_frame'
import { Outside, quoted } from '../ui/outside'
import { type Column, Sheet } from '../ui/sheet'
import { Stands } from '../ui/stands'
import { ago, figure, percent, range } from '../ui/show'
import { changeFormAction } from './actions'
import { Link } from '../ui/link'
import { Only } from '../ui/here'

interface Props {
  query: QueryOf<'forms'>
  first: Page<RowOf<'forms'>>
}

/** Every form of the workspace, narrowed by typing and sorted by its heads. */
export function FormsTable({ query, first }: Props) {
  const filters = useFilters()
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>Forms</h1>
        <SearchBox label="Narrow by name or folder" />
        <select
          aria-label="Which forms"
          className="box w-auto"
          value={filters.get('shelf')}
          onChange={(event) => filters.set({ shelf: event.target.value })}
        >
          <option value="">in use</option>
          <option value="archived">archived</option>
          <option value="deleted">deleted</option>
        </select>
        <span className="text-soft">Numbers of the last 30 days</span>
        <Only may="edit">
          <Link
            href="/forms/begin"
            className="ml-auto rounded-md border border-moss bg-moss px-2.5 py-1 text-white hover:brightness-110"
          >
            Begin a form
          </Link>
        </Only>
      </div>
      <Pages list="forms" query={query} first={first}>
        {(rows) =>
          rows.length > 0 ? (
            <Sheet rows={rows} columns={query.shelf === 'deleted' ? DELETED : COLUMNS} usual="name" />
          ) : query.search ? (
            <Empty title="No form fits">Clear the box to see all of them.</Empty>
          ) : query.shelf ? (
            <Empty title={`No form is ${query.shelf}`}>A form is put there in its settings.</Empty>
          ) : (
            <Empty title="No forms yet">Begin one: a blank one asks for an email and is ready to widen.</Empty>
          )
        }
      </Pages>
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
          <Outside>{name}</Outside>
        </Link>{' '}
        <span className="name text-soft">/{slug}</span>
      </>
    ),
  },
  { spare: true, head: 'Folder', by: 'folder', cell: ({ folder }) => <Outside>{folder || '—'}</Outside> },
  { spare: true, head: 'Campaign', by: 'campaign', cell: ({ campaign }) => <Outside>{campaign || '—'}</Outside> },
  {
    spare: true,
    head: 'State',
    by: 'release',
    cell: ({ release, state, stands }) =>
      stands.is !== 'open' ? (
        <Stands state={state} stands={stands} />
      ) : release ? (
        <span className="text-soft">release {release} live</span>
      ) : (
        <Chip>draft</Chip>
      ),
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
  { spare: true, head: 'Owner', by: 'owner', cell: ({ owner }) => <Outside>{owner ?? '—'}</Outside> },
  {
    spare: true,
    head: 'Changed',
    by: 'changed',
    className: 'text-soft',
    cell: ({ updatedAt }) => <span suppressHydrationWarning>{ago(updatedAt)}</span>,
  },
]

/** Of a deleted form there is nothing to open before it is brought back. */
const DELETED: Column<RowOf<'forms'>>[] = [
  {
    head: 'Form',
    by: 'name',
    cell: ({ slug, name }) => (
      <>
        <span className="font-semibold">
          <Outside>{name}</Outside>
        </span>{' '}
        <span className="name text-soft">/{slug}</span>
      </>
    ),
  },
  ...COLUMNS.slice(1),
  {
    head: <span className="sr-only">Bring back</span>,
    right: true,
    cell: (form) => (
      <Only may="release">
        <BringBack {...form} />
      </Only>
    ),
  },
]

function BringBack({ slug, name }: RowOf<'forms'>) {
  const router = useRouter()
  return (
    <Button
      aria-label={`Bring back ${name}`}
      onClick={() =>
        void changeFormAction({ slug, state: 'closed' }).then((result) => {
          toast(result.ok ? `${quoted(name)} is back, and closed: open it in its settings` : result.message)
          router.refresh()
        })
      }
    >
      Bring back
    </Button>
  )
}
