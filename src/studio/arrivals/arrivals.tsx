'use client'

import { Fragment } from 'react'
import { showDay } from '@/core/answers/day'
import type { Told } from '@/core/form/show'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Pages, SearchBox, useFilters } from '../ui/list_frame'
import { SPARE } from '../ui/spare'
import { type Column, Sheet } from '../ui/sheet'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Email } from '../ui/email'
import { ChoiceField } from '../ui/field'
import { Empty } from '../ui/empty'
import { ExportLinks } from '../ui/exports'
import { ChooseExport } from './chooseExport'
import { Moment, ZoneWords } from '../ui/moment'
import { useMay } from '../ui/here'
import { Outside } from '../ui/outside'
import { counted, stored } from '../ui/show'
import { ChosenBar } from '../many/chosenBar'
import { useChosen } from '../many/useChosen'
import { Bin, Binned } from './bin'
import { Settle, SpamChoices } from './settle'
import { Suspicions } from './suspicions'
import { Link } from '../ui/link'

interface Props {
  forms: { slug: string; name: string }[]
  query: QueryOf<'submissions'>
  submissions: Page<RowOf<'submissions'>> | null
  unfinished: Page<RowOf<'unfinished'>> | null
  /** The days of arriving that unfinished entries are narrowed to. */
  days: { from: string; to: string } | null
}

/** What an export is narrowed by, as the list is. */
const NARROWED = ['form', 'state', 'search']

/** Every submission, or every entry left midway, newest first unless sorted otherwise. */
export function Arrivals({ forms, query, submissions, unfinished, days }: Props) {
  const filters = useFilters()
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
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
          value={unfinished ? 'unfinished' : (query.state ?? '')}
          options={[
            ['', 'Every submission'],
            ['applied', 'Applied'],
            ['received', 'Received, not applied yet'],
            ['failed', 'Failed'],
            ['spam', 'Spam, to look at'],
            ['settled', 'Spam, settled'],
            ['test', 'Tests'],
            ['binned', 'In the bin'],
            ['unfinished', 'Unfinished entries'],
          ]}
          onCommit={(state) => filters.set({ state, from: '', to: '' })}
        />
        {days && (
          <span className="flex items-center gap-1">
            <Chip>
              arrived {showDay(days.from)} to {showDay(days.to)}
            </Chip>
            <Button look="quiet" aria-label="Of every day" onClick={() => filters.set({ from: '', to: '' })}>
              ×
            </Button>
          </span>
        )}
        {submissions && (
          <span className="ml-auto flex items-center gap-2">
            <ExportLinks of="submissions" filters={NARROWED} />
            <ChooseExport filters={NARROWED} />
          </span>
        )}
      </div>
      {submissions && (
        <Pages list="submissions" query={query} first={submissions}>
          {(rows) =>
            rows.length === 0 ? (
              <Nothing {...query} />
            ) : isSpam(query) ? (
              <Spam rows={rows} settled={query.state === 'settled'} />
            ) : (
              <Sent rows={rows} binned={query.state === 'binned'} />
            )
          }
        </Pages>
      )}
      {unfinished && (
        <Pages list="unfinished" query={{ ...query, ...days }} first={unfinished}>
          {(rows) =>
            rows.length > 0 ? (
              <Sheet rows={rows} columns={UNFINISHED} usual="-touched" />
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

const isSpam = ({ state }: QueryOf<'submissions'>): boolean => state === 'spam' || state === 'settled'

function Nothing(query: QueryOf<'submissions'>) {
  if (query.state === 'binned' && !query.form && !query.search)
    return <Empty title="The bin is empty">What is put here counts nowhere until it is restored.</Empty>
  if (query.state === 'test' && !query.form && !query.search)
    return (
      <Empty title="No tests yet">
        Under Ways out, a form’s Release has an address at which colleagues try it: what they send counts nowhere.
      </Empty>
    )
  if (isSpam(query) && !query.form && !query.search)
    return (
      <Empty title={query.state === 'spam' ? 'No spam to look at' : 'No spam has been settled'}>
        What looks like a machine’s is kept apart here, with the reasons, until somebody settles it.
      </Empty>
    )
  return (query.form ?? query.state ?? query.search) ? (
    <Empty title="Nothing fits these filters">Widen them, or clear the box.</Empty>
  ) : (
    <Empty title="Nothing has arrived yet">Release a form and send out its address.</Empty>
  )
}

/** Submissions, of which any number can be put into the bin, or out of it again. */
function Sent({ rows, binned }: { rows: RowOf<'submissions'>[]; binned: boolean }) {
  const { chosen, column, isChosen, clear } = useChosen(rows, 'submissions')
  const may = useMay('answer')
  const ids = [...chosen].slice(0, MOST_AT_ONCE)
  return (
    <>
      <Sheet rows={rows} columns={may ? [column, ...SUBMISSIONS] : SUBMISSIONS} usual="-received" isLit={isChosen} />
      {ids.length > 0 && (
        <ChosenBar words={`${counted(ids.length, 'submission')} chosen`} onNone={clear}>
          {binned ? <Binned ids={ids} onDone={clear} /> : <Bin ids={ids} onDone={clear} />}
        </ChosenBar>
      )}
    </>
  )
}

/** Most that something is done to at once. */
const MOST_AT_ONCE = 1000

/** Submissions that look like a machine's, with the reasons, and what can be said of them. */
function Spam({ rows, settled }: { rows: RowOf<'submissions'>[]; settled: boolean }) {
  const ids = rows.slice(0, MOST_AT_ONCE).map(({ id }) => id)
  return (
    <>
      <div className="mb-2 flex items-center gap-3 text-soft">
        <p>
          None of these has done anything. One that is real is applied like any other. Half a reason alone keeps nobody
          here; two halves do.
        </p>
        {!settled && <Settle ids={ids} label={`Leave ${ids.length === 1 ? 'it' : `all ${ids.length}`} as spam`} />}
      </div>
      <Sheet rows={rows} columns={SPAM} usual="-received" />
    </>
  )
}

const formColumn = {
  head: 'Form',
  by: 'form',
  // Beside names of any length, it would be left no room.
  className: 'min-[1100px]:min-w-36',
  cell: ({ formName, release }: { formName: string; release: number }) => (
    <>
      <Outside>{formName}</Outside> <span className={`text-soft ${SPARE}`}>release {release}</span>
    </>
  ),
}

const whenColumn: Column<RowOf<'submissions'>> = {
  head: (
    <>
      When, <ZoneWords />
    </>
  ),
  by: 'received',
  cell: ({ id, receivedAt }) => (
    <Link href={`/arrivals/${id}`} className="hover:underline">
      <Moment at={receivedAt} />
    </Link>
  ),
}

const SPAM: Column<RowOf<'submissions'>>[] = [
  whenColumn,
  { head: 'Why', by: 'why', cell: ({ suspicions }) => <Suspicions suspicions={suspicions} /> },
  formColumn,
  {
    spare: true,
    head: 'Answers',
    className: 'max-w-[420px] truncate text-soft',
    cell: ({ id, told }) => (
      <Link href={`/arrivals/${id}`} className="hover:underline">
        <ToldAnswers told={told} />
      </Link>
    ),
  },
  {
    head: <span className="sr-only">What it is</span>,
    cell: ({ id, settledAt }) => <SpamChoices id={id} settled={settledAt !== null} />,
  },
]

const SUBMISSIONS: Column<RowOf<'submissions'>>[] = [
  whenColumn,
  {
    head: 'Who',
    by: 'who',
    cell: ({ id, person, email }) => (
      <>
        <Link href={`/arrivals/${id}`} className="font-semibold hover:underline">
          <Outside>{person ?? 'nobody matched'}</Outside>
        </Link>{' '}
        {email && email !== person && (
          <span className="text-soft max-[899px]:block">
            <Email address={email} />
          </span>
        )}
      </>
    ),
  },
  formColumn,
  {
    spare: true,
    head: 'State',
    by: 'state',
    cell: ({ state, isTest, undelivered }) => (
      <>
        {isTest && <TestChip />} {state !== 'applied' && <StateChip state={state} />}{' '}
        {undelivered > 0 && <Chip tone="red">{undelivered} not delivered</Chip>}
      </>
    ),
  },
  {
    spare: true,
    head: 'Told',
    cell: ({ desks }) =>
      desks?.map((desk) => (
        <span key={desk} className="mr-1">
          <Chip tone="plum">{desk}</Chip>
        </span>
      )),
  },
  {
    spare: true,
    head: 'Answers',
    className: 'max-w-[300px] truncate text-soft',
    cell: ({ told }) => <ToldAnswers told={told} />,
  },
]

export function StateChip({ state }: { state: RowOf<'submissions'>['state'] }) {
  const tone = { applied: 'moss', received: 'plain', failed: 'red', spam: 'amber' } as const
  return <Chip tone={tone[state]}>{state}</Chip>
}

/** That a colleague sent it to try the form. */
export const TestChip = () => <Chip tone="amber">Test</Chip>

const UNFINISHED: Column<RowOf<'unfinished'>>[] = [
  {
    head: (
      <>
        Last touched, <ZoneWords />
      </>
    ),
    by: 'touched',
    cell: ({ lastAt }) => <Moment at={lastAt} />,
  },
  {
    head: 'Who',
    by: 'who',
    cell: ({ contact, email, answers, returnedAt }) => (
      <>
        {contact ? (
          <Link href={`/people/${contact}`} className="hover:underline">
            <Outside>{email}</Outside> <Chip tone="teal">known</Chip>
          </Link>
        ) : (
          <Outside>{stored(answers?.email ?? 'unknown')}</Outside>
        )}{' '}
        {returnedAt && <Chip tone="moss">came back</Chip>}
      </>
    ),
  },
  formColumn,
  { spare: true, head: 'Got to', cell: ({ gotTo }) => gotTo ?? '—' },
  {
    spare: true,
    head: 'Came from',
    by: 'source',
    className: 'text-soft',
    cell: ({ source }) => <Outside>{source}</Outside>,
  },
  {
    spare: true,
    head: 'What they left',
    className: 'max-w-[360px] truncate text-soft',
    cell: ({ told }) => <ToldAnswers told={told} />,
  },
]

/** Answers in a line; whoever points at it reads what was asked, too. */
const ToldAnswers = ({ told }: { told: readonly Told[] }) => (
  <span title={told.map(({ label, words }) => `${label} ${words}`).join('\n')}>
    {told.map(({ words }, index) => (
      <Fragment key={index}>
        {index > 0 && ' · '}
        <bdi>{words}</bdi>
      </Fragment>
    ))}
  </span>
)
