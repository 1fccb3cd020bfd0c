'use client'

import type { Answer } from '@/core/answers/answer'
import { findField, type RecordField, showStored } from '@/core/fields/field'
import type { Owner } from '@/core/records/record'
import { wilson } from '@/core/readout/wilson'
import type { KeptColumn } from '@/db/schema_of_settings'
import type { ChosenColumn } from '../columns/arrange'
import { useColumns } from '../columns/columns'
import type { OpenedSum, OpenedType } from '@/db/queries/opened'
import type { Page } from '../lists/list'
import type { QueryOf, RowOf } from '../lists/lists'
import { Choosing } from '../many/choosing'
import { Empty } from '../ui/empty'
import { useMay } from '../ui/here'
import { Link } from '../ui/link'
import { Pages, SearchBox, useFilters } from '../ui/list_frame'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { NOWRAP, Sheet } from '../ui/sheet'
import { figure, percent, range } from '../ui/show'
import { changeRecordAction } from './actions'
import { changedColumn } from './changed'
import { ownerColumn, OwnerFilter } from './owner'
import { nameColumn } from './nameColumn'
import { PeopleTabs } from './tabs'
import { useChange } from './useChange'

type Row = RowOf<'deals'>

const WORDS = {
  deal: { list: 'deals', heading: 'Deals', how: 'stage', at: 'Stage', none: 'No deals yet' },
  request: { list: 'requests', heading: 'Requests', how: 'status', at: 'Status', none: 'No requests yet' },
} as const

interface Props {
  type: OpenedType
  query: QueryOf<'deals'>
  /** Fields of this sort of record. */
  fields: readonly RecordField[]
  /** What they come to, stage by stage. */
  sums: readonly OpenedSum[] | null
  members: readonly Owner[]
  kept: readonly KeptColumn[] | null
  first: Page<Row>
}

/** Every deal, or request: how far each is, whose it is, and what they come to. */
export function OpenedList({ type, query, fields, sums, members, kept, first }: Props) {
  const { list, heading, how, none } = WORDS[type]
  const { columns, chooser } = useColumns({ list, all: columnsOf(type, fields), kept })
  return (
    <main className="px-4 py-3">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1>{heading}</h1>
        <PeopleTabs at={list} />
        <SearchBox label="Narrow by anything stored" />
        <OwnerFilter members={members} />
        <span className="ml-auto">{chooser}</span>
      </div>
      <Sums {...{ type, fields, sums }} chosen={query.at} />
      <Pages list={list} query={query} first={first}>
        {(rows) =>
          rows.length === 0 ? (
            query.search || query.at || query.owner ? (
              <Empty title="None fits">Clear the box, or choose every {how} and any owner.</Empty>
            ) : (
              <Empty title={none}>
                They fill as forms arrive that say, under Records, that a submission opens one.
              </Empty>
            )
          ) : (
            <Choosing
              type={type}
              rows={rows}
              filter={{ search: query.search, at: query.at, owner: query.owner }}
              around={{ fields, members, lists: [] }}
            >
              {(choose, isLit) => <Sheet rows={rows} columns={[choose, ...columns]} usual="-changed" isLit={isLit} />}
            </Choosing>
          )
        }
      </Pages>
    </main>
  )
}

const columnsOf = (type: OpenedType, fields: readonly RecordField[]): ChosenColumn<Row>[] => [
  nameColumn('/people/opened', 'What'),
  {
    name: 'at',
    title: WORDS[type].at,
    usual: true,
    head: WORDS[type].at,
    by: 'at',
    cell: (row) => <Progress row={row} field={findField(fields, type, WORDS[type].how)} />,
  },
  ...fields
    .filter(({ name, retired }) => !retired && name !== 'title' && name !== WORDS[type].how)
    .map((field): ChosenColumn<Row> => ({
      name: `field ${field.name}`,
      title: field.label,
      usual: field.type === 'money',
      head: <Outside>{field.label}</Outside>,
      right: field.type === 'money' || field.type === 'number',
      spare: true,
      cell: ({ values }) => <Outside>{tellAmount(field, values[field.name] ?? null)}</Outside>,
    })),
  {
    name: 'person',
    title: 'Person',
    usual: true,
    head: 'Person',
    by: 'person',
    cell: ({ contact, contactName }) =>
      contact && (
        <Link href={`/people/${contact}`} className="hover:underline">
          <Outside>{contactName}</Outside>
        </Link>
      ),
  },
  {
    name: 'company',
    title: 'Company',
    usual: true,
    head: 'Company',
    by: 'company',
    spare: true,
    cell: ({ companyId, company }) =>
      companyId && (
        <Link href={`/people/companies/${companyId}`} className="hover:underline">
          <Outside>{company}</Outside>
        </Link>
      ),
  },
  ownerColumn,
  {
    name: 'form',
    title: 'Form',
    usual: true,
    head: 'Form',
    spare: true,
    className: 'text-soft',
    cell: ({ formName }) => <Outside>{formName ?? '—'}</Outside>,
  },
  {
    name: 'opened',
    title: 'Opened',
    usual: true,
    head: (
      <>
        Opened, <ZoneWords />
      </>
    ),
    by: 'opened',
    spare: true,
    className: `${NOWRAP} text-soft`,
    cell: ({ createdAt }) => <Moment at={createdAt} />,
  },
  changedColumn,
]

const tellAmount = (field: RecordField, value: Answer): string =>
  typeof value === 'number' ? figure(value) : showStored(field, value) || '—'

/** How far one is, moved where it stands: by pointing, or by the arrow keys. */
function Progress({ row: { id, name, values }, field }: { row: Row; field: RecordField | undefined }) {
  const { busy, change } = useChange()
  const may = useMay('answer')
  const value = String(values[field?.name ?? ''] ?? '')
  if (!field) return null
  if (!may) return <Outside>{showStored(field, value || null)}</Outside>
  const move = (to: string) =>
    void change(`${field.label} is changed`, () => changeRecordAction({ id, values: { [field.name]: to || null } }))
  const isOffered = value === '' || field.options.some((option) => option.value === value)
  return (
    <select
      className="box w-auto! py-0!"
      aria-label={`${field.label} of ${name}`}
      disabled={busy}
      value={value}
      onChange={({ target }) => move(target.value)}
    >
      {value === '' && <option value="">—</option>}
      {!isOffered && <option value={value}>{value}</option>}
      {field.options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  )
}

interface SumsProps {
  type: OpenedType
  fields: readonly RecordField[]
  sums: readonly OpenedSum[] | null
  chosen: string | undefined
}

/** How many there are at each stage, and what that comes to; pressed, the list shows those. */
function Sums({ type, fields, sums, chosen }: SumsProps) {
  const filters = useFilters()
  const progress = findField(fields, type, WORDS[type].how)
  if (sums === null) return <p className="mb-2 text-soft">The sums took too long to read.</p>
  if (sums.length === 0) return null
  const money = fields.filter((field) => field.type === 'money')
  const stages = progress?.options.map(({ value, label }) => ({ at: value, label })) ?? []
  const others = sums.filter(({ at }) => at !== null && !stages.some((stage) => stage.at === at))
  const all = [...stages, ...others.map(({ at }) => ({ at: at ?? '', label: at ?? '' }))]
  const total = (pick: (sum: OpenedSum) => number) => sums.reduce((sum, one) => sum + pick(one), 0)
  const tell = (pick: (name: string) => number): string =>
    money.flatMap(({ name, label }) => (pick(name) === 0 ? [] : [`${label} ${figure(pick(name))}`])).join(' · ')
  return (
    <div role="group" aria-label={`By ${WORDS[type].how}`} className="mb-3 flex flex-wrap items-stretch gap-2">
      <Sum
        label="All"
        count={total(({ count }) => count)}
        money={tell((name) => total((one) => one.money[name] ?? 0))}
        isChosen={chosen === undefined}
        onChoose={() => filters.set({ at: '' })}
      />
      {all.map(({ at, label }) => {
        const sum = sums.find((one) => one.at === at)
        return (
          <Sum
            key={at}
            label={label}
            count={sum?.count ?? 0}
            money={tell((name) => sum?.money[name] ?? 0)}
            isChosen={chosen === at}
            onChoose={() => filters.set({ at: chosen === at ? '' : at })}
          />
        )
      })}
      <Won stages={stages} countOf={(stage) => sums.find(({ at }) => at === stage)?.count ?? 0} />
    </div>
  )
}

interface WonProps {
  stages: readonly { at: string }[]
  countOf: (stage: string) => number
}

/** How many of those that ended were won, with its range; nothing where stages do not say it, or none has ended. */
function Won({ stages, countOf }: WonProps) {
  if (!['won', 'lost'].every((name) => stages.some(({ at }) => at === name))) return null
  const [won, ended] = [countOf('won'), countOf('won') + countOf('lost')]
  const sure = wilson(won, ended)
  if (!sure) return null
  return (
    <p className="flex min-w-28 flex-col rounded-md px-3 py-1.5">
      <span className="text-soft">Won, of {figure(ended)} that ended</span>
      <b className="text-[15px] font-semibold">{percent(won / ended)}</b>
      <span className="text-soft">95 % range {range(sure)}</span>
    </p>
  )
}

interface SumProps {
  label: string
  count: number
  money: string
  isChosen: boolean
  onChoose: () => void
}

const Sum = ({ label, count, money, isChosen, onChoose }: SumProps) => (
  <button
    type="button"
    aria-pressed={isChosen}
    onClick={onChoose}
    className={`flex min-w-28 flex-col rounded-md border px-3 py-1.5 text-left ${isChosen ? 'border-moss bg-moss-bg' : 'border-rule bg-white hover:bg-lit'}`}
  >
    <span className="block text-soft">
      <Outside>{label}</Outside>
    </span>
    <b className="text-[15px] font-semibold">{figure(count)}</b>
    {money && <span className="block text-soft">{money}</span>}
  </button>
)
