'use client'

import { type RecordField, showStored } from '@/core/fields/field'
import type { KeptColumn } from '@/db/schema_of_settings'
import type { ChosenColumn } from '../columns/arrange'
import { useColumns } from '../columns/columns'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Choosing } from '../many/choosing'
import type { Around } from '../many/doing'
import { Chip } from '../ui/chip'
import { Email } from '../ui/email'
import { Empty } from '../ui/empty'
import { ExportLinks } from '../ui/exports'
import { Only } from '../ui/here'
import { Pages, SearchBox } from '../ui/list_frame'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { NOWRAP, Sheet } from '../ui/sheet'
import { changedColumn } from './changed'
import { EraseAddress } from './eraseAddress'
import { ownerColumn, OwnerFilter } from './owner'
import { SegmentFilter } from './segmentFilter'
import { nameColumn } from './nameColumn'
import { PeopleTabs } from './tabs'
import { Link } from '../ui/link'

interface Props {
  query: QueryOf<'people'>
  around: Around
  segments: readonly { name: string; title: string }[]
  kept: readonly KeptColumn[] | null
  first: Page<RowOf<'people'>>
}

/** Every contact, the last changed first unless sorted otherwise. */
export function People({ query, around, segments, kept, first }: Props) {
  const { columns, chooser } = useColumns({ list: 'people', all: columnsOf(around.fields), kept })
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>People</h1>
        <PeopleTabs at="contacts" />
        <SearchBox label="Narrow by anything stored" />
        <SegmentFilter segments={segments} />
        <OwnerFilter members={around.members} />
        <span className="ml-auto flex items-center gap-2">
          {chooser}
          <ExportLinks of="people" filters={['search', 'owner', 'segment']} />
        </span>
      </div>
      <Pages list="people" query={query} first={first}>
        {(rows) =>
          rows.length === 0 ? (
            query.search || query.owner || query.segment ? (
              <Empty title="Nobody fits">
                Clear the box, and choose everybody and any owner, to see all.
                {isAddress(query.search) && !query.owner && !query.segment && (
                  <Only may="answer">
                    <span className="mt-2 block">
                      <EraseAddress address={query.search} />
                    </span>
                  </Only>
                )}
              </Empty>
            ) : (
              <Empty title="Nobody yet">People appear here as soon as a form with an email question is sent.</Empty>
            )
          ) : (
            <Choosing type="contact" rows={rows} filter={filterOf(query)} around={around}>
              {(choose, isLit) => <Sheet rows={rows} columns={[choose, ...columns]} usual="-changed" isLit={isLit} />}
            </Choosing>
          )
        }
      </Pages>
    </main>
  )
}

const isAddress = (search: string | undefined): search is string =>
  /^\s*[^\s@]+@[^\s@]+\.[^\s@]+\s*$/.test(search ?? '')

const filterOf = ({ search, owner, segment }: QueryOf<'people'>) => ({ search, owner, segment })

/** As many fields of choices as show where nobody has chosen: they say which sort of person somebody is. */
const MOST_USUAL = 2

function columnsOf(all: readonly RecordField[]): ChosenColumn<RowOf<'people'>>[] {
  const fields = all.filter(
    ({ record, name, retired }) => record === 'contact' && !retired && !IN_THE_NAME.includes(name),
  )
  const usual = fields.filter(({ type }) => type === 'choice').slice(0, MOST_USUAL)
  return [
    nameColumn('/people'),
    {
      name: 'email',
      title: 'Email',
      usual: true,
      head: 'Email',
      by: 'email',
      cell: ({ email }) => <Email address={email} />,
    },
    {
      name: 'company',
      title: 'Company',
      usual: true,
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
      name: `field ${field.name}`,
      title: field.label,
      usual: usual.includes(field),
      spare: true,
      head: <Outside>{field.label}</Outside>,
      cell: ({ values }: RowOf<'people'>) => <Outside>{showStored(field, values[field.name] ?? null) || '—'}</Outside>,
    })),
    {
      name: 'lists',
      title: 'Lists',
      usual: true,
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
    {
      name: 'submissions',
      title: 'Submissions',
      usual: true,
      spare: true,
      head: 'Submissions',
      by: 'submissions',
      right: true,
      cell: ({ submissions }) => submissions,
    },
    changedColumn,
    {
      name: 'known',
      title: 'Known since',
      spare: true,
      head: 'Known since',
      className: `${NOWRAP} text-soft`,
      cell: ({ createdAt }) => <Moment at={createdAt} />,
    },
  ]
}

/** Fields that the name and the address are made of: they have columns of their own. */
const IN_THE_NAME: readonly string[] = ['first_name', 'last_name', 'email']
