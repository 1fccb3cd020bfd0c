'use client'

import { type RecordField, showStored } from '@/core/fields/field'
import type { Owner } from '@/core/records/record'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { type Around, Choosing } from '../many/choosing'
import { Chip } from '../ui/chip'
import { Email } from '../ui/email'
import { Empty } from '../ui/empty'
import { ExportLinks } from '../ui/exports'
import { Pages, SearchBox } from '../ui/list_frame'
import { Outside } from '../ui/outside'
import { type Column, Sheet } from '../ui/sheet'
import { changedColumn } from './changed'
import { ownerColumn, OwnerFilter } from './owner'
import { SegmentFilter } from './segmentFilter'
import { PeopleTabs } from './tabs'
import { Link } from '../ui/link'

interface Props {
  query: QueryOf<'people'>
  /** Fields of choices: they say which sort of person somebody is. */
  fields: RecordField[]
  around: Around
  members: Owner[]
  segments: readonly { name: string; title: string }[]
  first: Page<RowOf<'people'>>
}

/** Every contact, the last changed first unless sorted otherwise. */
export function People({ query, fields, around, members, segments, first }: Props) {
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>People</h1>
        <PeopleTabs at="contacts" />
        <SearchBox label="Narrow by anything stored" />
        <SegmentFilter segments={segments} />
        <OwnerFilter members={members} />
        <ExportLinks of="people" filters={['search', 'owner', 'segment']} />
      </div>
      <Pages list="people" query={query} first={first}>
        {(rows) =>
          rows.length === 0 ? (
            query.search || query.owner || query.segment ? (
              <Empty title="Nobody fits">Clear the box, and choose everybody and any owner, to see all.</Empty>
            ) : (
              <Empty title="Nobody yet">People appear here as soon as a form with an email question is sent.</Empty>
            )
          ) : (
            <Choosing type="contact" rows={rows} filter={filterOf(query)} around={around}>
              {(choose) => <Sheet rows={rows} columns={[choose, ...columnsOf(fields)]} usual="-changed" />}
            </Choosing>
          )
        }
      </Pages>
    </main>
  )
}

const filterOf = ({ search, owner, segment }: QueryOf<'people'>) => ({ search, owner, segment })

const columnsOf = (fields: readonly RecordField[]): Column<RowOf<'people'>>[] => [
  {
    head: 'Name',
    by: 'name',
    cell: ({ id, name }) => (
      <Link href={`/people/${id}`} className="font-semibold hover:underline">
        <Outside>{name}</Outside>
      </Link>
    ),
  },
  { head: 'Email', by: 'email', cell: ({ email }) => <Email address={email} /> },
  {
    spare: true,
    head: 'Company',
    by: 'company',
    cell: ({ companyId, company }) =>
      companyId && (
        <Link href={`/people/companies/${companyId}`} className="hover:underline">
          <Outside>{company}</Outside>
        </Link>
      ),
  },
  ...fields.map((field) => ({
    spare: true,
    head: field.label,
    cell: ({ values }: RowOf<'people'>) => <Outside>{showStored(field, values[field.name] ?? null) || '—'}</Outside>,
  })),
  {
    spare: true,
    head: 'Lists',
    cell: ({ lists }) =>
      lists?.map(({ name, title }) => (
        <span key={name} className="mr-1">
          <Chip tone="moss">{title}</Chip>
        </span>
      )),
  },
  ownerColumn,
  { spare: true, head: 'Submissions', by: 'submissions', right: true, cell: ({ submissions }) => submissions },
  changedColumn,
]
