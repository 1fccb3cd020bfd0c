'use client'

import Link from 'next/link'
import { titleOf } from '@/core/records/snapshot'
import { Empty } from '../ui/empty'
import { Pages, SearchBox } from '../ui/listFrame'
import { moment } from '../ui/show'
import { companiesAction, type CompanyRow } from './actions'
import { PeopleTabs } from './tabs'

interface Props {
  search: string | undefined
  first: { rows: CompanyRow[]; next: string | null }
}

/** Every company, the last changed first. */
export const Companies = ({ search, first }: Props) => (
  <main className="px-4 py-3">
    <div className="mb-2 flex items-center gap-3">
      <h1>Companies</h1>
      <PeopleTabs at="companies" />
      <SearchBox label="Narrow by name or domain" />
    </div>
    <Pages key={search ?? ''} first={first} more={(after) => companiesAction(search, after)}>
      {(rows) =>
        rows.length === 0 ? (
          search ? (
            <Empty title="No company fits">Clear the box to see all of them.</Empty>
          ) : (
            <Empty title="No companies yet">
              They fill as forms arrive that say, under Records, that a submission matches a company.
            </Empty>
          )
        ) : (
          <table className="sheet">
            <thead>
              <tr>
                <th>Name</th>
                <th>Mail domain</th>
                <th className="text-right!">People</th>
                <th className="text-right!">Deals</th>
                <th className="text-right!">Requests</th>
                <th>Changed, UTC</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ id, key, domain, values, people, deals, requests, updatedAt }) => (
                <tr key={id} className="hover:bg-lit">
                  <td>
                    <Link href={`/people/companies/${id}`} className="font-semibold hover:underline">
                      {titleOf({ type: 'company', key, values })}
                    </Link>
                  </td>
                  <td className="text-soft">{domain ?? '—'}</td>
                  <td className="text-right">{people}</td>
                  <td className="text-right">{deals}</td>
                  <td className="text-right">{requests}</td>
                  <td className="whitespace-nowrap text-soft">{moment(updatedAt)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )
      }
    </Pages>
  </main>
)
