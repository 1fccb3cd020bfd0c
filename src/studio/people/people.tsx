'use client'

import Link from 'next/link'
import { titleOf } from '@/core/records/snapshot'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { ExportLinks } from '../ui/exports'
import { Pages, SearchBox } from '../ui/listFrame'
import { moment } from '../ui/show'
import { peopleAction, type PersonRow } from './actions'
import { PeopleTabs } from './tabs'

interface Props {
  search: string | undefined
  first: { rows: PersonRow[]; next: string | null }
}

/** Every contact, the last changed first. */
export function People({ search, first }: Props) {
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex items-center gap-3">
        <h1>People</h1>
        <PeopleTabs at="contacts" />
        <SearchBox label="Narrow by anything stored" />
        <ExportLinks of="people" filters={['search']} />
      </div>
      <Pages key={search ?? ''} first={first} more={(after) => peopleAction(search, after)}>
        {(rows) =>
          rows.length === 0 ? (
            search ? (
              <Empty title="Nobody fits">Clear the box to see everybody.</Empty>
            ) : (
              <Empty title="Nobody yet">People appear here as soon as a form with an email question is sent.</Empty>
            )
          ) : (
            <table className="sheet">
              <thead>
                <tr>
                  <th>Name</th>
                  <th>Email</th>
                  <th>Company</th>
                  <th>Lists</th>
                  <th className="text-right!">Submissions</th>
                  <th>Changed, UTC</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((person) => (
                  <tr key={person.id} className="hover:bg-lit">
                    <td>
                      <Link href={`/people/${person.id}`} className="font-semibold hover:underline">
                        {titleOf({ type: 'contact', key: person.email, values: person.values })}
                      </Link>
                    </td>
                    <td>{person.email}</td>
                    <td>
                      {person.companyId && (
                        <Link href={`/people/companies/${person.companyId}`} className="hover:underline">
                          {person.company}
                        </Link>
                      )}
                    </td>
                    <td>
                      {person.lists?.map((list) => (
                        <span key={list} className="mr-1">
                          <Chip tone="moss">{list}</Chip>
                        </span>
                      ))}
                    </td>
                    <td className="text-right">{Number(person.submissions ?? 0)}</td>
                    <td className="whitespace-nowrap text-soft">{moment(person.updatedAt)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )
        }
      </Pages>
    </main>
  )
}
