'use client'

import Link from 'next/link'
import type { Answers } from '@/core/answers/answer'
import { useFilters, Pages, SearchBox } from '../ui/listFrame'
import { Chip } from '../ui/chip'
import { ChoiceField } from '../ui/field'
import { Empty } from '../ui/empty'
import { ExportLinks } from '../ui/exports'
import { moment, stored } from '../ui/show'
import {
  type ArrivalQuery,
  type SubmissionRow,
  submissionsAction,
  unfinishedAction,
  type UnfinishedRow,
} from './actions'

interface Props {
  forms: { slug: string; name: string }[]
  query: ArrivalQuery & { unfinished: boolean }
  submissions: { rows: SubmissionRow[]; next: string | null } | null
  unfinished: { rows: UnfinishedRow[]; next: string | null } | null
}

/** Every submission, or every entry left midway, newest first. */
export function Arrivals({ forms, query, submissions, unfinished }: Props) {
  const filters = useFilters()
  const key = JSON.stringify(query)
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex items-center gap-3">
        <h1>Arrivals</h1>
        <SearchBox label="Narrow by address or answer" />
        <ChoiceField
          hideLabel
          label="Form"
          className="max-w-56"
          value={query.form ?? ''}
          options={[['', 'Every form'], ...forms.map(({ slug, name }) => [slug, name] as const)]}
          onCommit={(form) => filters.set({ form })}
        />
        <ChoiceField
          hideLabel
          label="State"
          className="max-w-44"
          value={query.unfinished ? 'unfinished' : (query.state ?? '')}
          options={[
            ['', 'Every submission'],
            ['applied', 'Applied'],
            ['received', 'Received, not applied yet'],
            ['failed', 'Failed'],
            ['unfinished', 'Unfinished entries'],
          ]}
          onCommit={(state) => filters.set({ state })}
        />
        {submissions && <ExportLinks of="submissions" filters={['form', 'state', 'search']} />}
      </div>
      {submissions && (
        <Pages key={key} first={submissions} more={(after) => submissionsAction(query, after)}>
          {(rows) =>
            rows.length > 0 ? (
              <Submissions rows={rows} />
            ) : (
              <Nothing filtered={Boolean(query.form ?? query.state ?? query.search)} />
            )
          }
        </Pages>
      )}
      {unfinished && (
        <Pages key={key} first={unfinished} more={(after) => unfinishedAction(query, after)}>
          {(rows) =>
            rows.length > 0 ? (
              <Unfinished rows={rows} />
            ) : (
              <Empty title="No unfinished entries">
                They are kept for forms that say so, under Title and wording in Compose; visitors are told.
              </Empty>
            )
          }
        </Pages>
      )}
    </main>
  )
}

const Nothing = ({ filtered }: { filtered: boolean }) =>
  filtered ? (
    <Empty title="Nothing fits these filters">Widen them, or clear the box.</Empty>
  ) : (
    <Empty title="Nothing has arrived yet">Release a form and send out its address.</Empty>
  )

function Submissions({ rows }: { rows: SubmissionRow[] }) {
  return (
    <table className="sheet">
      <thead>
        <tr>
          <th>When, UTC</th>
          <th>Who</th>
          <th>Form</th>
          <th>State</th>
          <th>Told</th>
          <th>Answers</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id} className="hover:bg-lit">
            <td className="whitespace-nowrap">
              <Link href={`/arrivals/${row.id}`} className="hover:underline">
                {moment(row.receivedAt)}
              </Link>
            </td>
            <td>
              <Link href={`/arrivals/${row.id}`} className="font-semibold hover:underline">
                {[row.person?.first_name, row.person?.last_name].filter(Boolean).join(' ') ||
                  row.email ||
                  'nobody matched'}
              </Link>{' '}
              <span className="text-soft">{row.email}</span>
            </td>
            <td>
              {row.formName} <span className="text-soft">release {row.release}</span>
            </td>
            <td>
              <StateChip state={row.state} />{' '}
              {Number(row.undelivered) > 0 && <Chip tone="red">{row.undelivered} not delivered</Chip>}
            </td>
            <td>
              {row.desks?.map((desk) => (
                <span key={desk} className="mr-1">
                  <Chip tone="plum">{desk}</Chip>
                </span>
              ))}
            </td>
            <td className="max-w-[300px] truncate text-soft">{summary(row.values)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

export function StateChip({ state }: { state: SubmissionRow['state'] }) {
  const tone = { applied: 'moss', received: 'plain', failed: 'red' } as const
  return <Chip tone={tone[state]}>{state}</Chip>
}

function Unfinished({ rows }: { rows: UnfinishedRow[] }) {
  return (
    <table className="sheet">
      <thead>
        <tr>
          <th>Last touched, UTC</th>
          <th>Who</th>
          <th>Form</th>
          <th>Got to</th>
          <th>Came from</th>
          <th>What they left</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td className="whitespace-nowrap">{moment(row.lastAt)}</td>
            <td>
              {row.contact ? (
                <Link href={`/people/${row.contact}`} className="hover:underline">
                  {row.email} <Chip tone="teal">known</Chip>
                </Link>
              ) : (
                stored(row.answers?.email ?? 'unknown')
              )}{' '}
              {row.returnedAt && <Chip tone="moss">came back</Chip>}
            </td>
            <td>{row.formName}</td>
            <td className="name">{row.steps.at(-1) ?? '—'}</td>
            <td className="text-soft">{row.source}</td>
            <td className="max-w-[360px] truncate text-soft">{summary(row.answers ?? {})}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const summary = (values: Answers): string =>
  Object.entries(values)
    .filter(([, value]) => value !== null && value !== false && value !== '')
    .map(([name, value]) => `${name}: ${stored(value)}`)
    .join(' · ')
