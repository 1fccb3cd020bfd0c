'use client'

import { type RecordField, showStored } from '@/core/fields/field'
import type { KeptColumn } from '@/db/schema_of_settings'
import type { ChosenColumn } from '../columns/arrange'
import { useColumns } from '../columns/columns'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Choosing } from '../many/choosing'
import type { Around } from '../many/doing'
import { Empty } from '../ui/empty'
import { Pages, SearchBox } from '../ui/list_frame'
import { Outside } from '../ui/outside'
import { Sheet } from '../ui/sheet'
import { changedColumn } from './changed'
import { ownerColumn, OwnerFilter } from './owner'
import { nameColumn } from './nameColumn'
import { PeopleTabs } from './tabs'

interface Props {
  query: QueryOf<'companies'>
  around: Around
  kept: readonly KeptColumn[] | null
  first: Page<RowOf<'companies'>>
}

const columnsOf = (fields: readonly RecordField[]): ChosenColumn<RowOf<'companies'>>[] => [
  nameColumn('/people/companies'),
  {
    name: 'domain',
    title: 'Mail domain',
    usual: true,
    head: 'Mail domain',
    by: 'domain',
    className: 'text-soft',
    cell: ({ domain }) => <Outside>{domain ?? '—'}</Outside>,
  },
  ...fields
    .filter(({ record, name, retired }) => record === 'company' && name !== 'name' && !retired)
    .map((field) => ({
      name: `field ${field.name}`,
      title: field.label,
      spare: true,
      head: <Outside>{field.label}</Outside>,
      cell: ({ values }: RowOf<'companies'>) => (
        <Outside>{showStored(field, values[field.name] ?? null) || '—'}</Outside>
      ),
    })),
  ownerColumn,
  ...(['people', 'deals', 'requests'] as const).map((name) => ({
    name,
    title: COUNTED[name],
    usual: true,
    head: COUNTED[name],
    by: name,
    right: true,
    cell: (row: RowOf<'companies'>) => row[name],
  })),
  changedColumn,
]

const COUNTED = { people: 'People', deals: 'Deals', requests: 'Requests' }

/** Every company, the last changed first unless sorted otherwise. */
export function Companies({ query, around, kept, first }: Props) {
  const { columns, chooser } = useColumns({ list: 'companies', all: columnsOf(around.fields), kept })
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>Companies</h1>
        <PeopleTabs at="companies" />
        <SearchBox label="Narrow by name or domain" />
        <OwnerFilter members={around.members} />
        <span className="ml-auto">{chooser}</span>
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
              {(choose, isLit) => <Sheet rows={rows} columns={[choose, ...columns]} usual="-changed" isLit={isLit} />}
            </Choosing>
          )
        }
      </Pages>
    </main>
  )
}
