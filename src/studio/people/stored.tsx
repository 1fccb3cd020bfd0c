import type { Answers } from '@/core/answers/answer'
import { findField, RECORD_WORDS, type RecordField, type RecordType, showStored } from '@/core/fields/field'
import { titleOf } from '@/core/records/record'
import type { Change, Opened } from '@/db/queries/people'
import { Chip } from '../ui/chip'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type Column, NOWRAP, Sheet } from '../ui/sheet'
import { Link } from '../ui/link'

interface StoredProps {
  record: RecordType
  values: Answers
  fields: readonly RecordField[]
  changes: readonly Change[]
}

/** What is stored of a record, with what set each value. Retired fields stay as long as something is in them. */
export const Stored = ({ record, values, fields, changes }: StoredProps) => (
  <section>
    <h2 className="mb-1.5">What is stored</h2>
    <table className="sheet">
      <thead>
        <tr>
          <th>Field</th>
          <th>Value</th>
          <th>Set by</th>
        </tr>
      </thead>
      <tbody>
        {fields
          .filter((field) => field.record === record && showStored(field, values[field.name]) !== '')
          .map((field) => {
            const by = changes.find((change) => change.field === field.name)
            return (
              <tr key={field.name}>
                <td>
                  <Outside>{field.label}</Outside> {field.retired && <span className="text-soft">retired</span>}
                </td>
                <td className="whitespace-pre-line">
                  <Outside>{showStored(field, values[field.name])}</Outside>
                </td>
                <td className="text-soft">{by && <SetBy change={by} />}</td>
              </tr>
            )
          })}
      </tbody>
    </table>
  </section>
)

/** Every change of a record, the latest first. */
export function Lineage({ record, fields, changes }: Omit<StoredProps, 'values'>) {
  const fieldOf = (change: Change) => findField(fields, record, change.field)
  const columns: Column<Change>[] = [
    {
      head: (
        <>
          When, <ZoneWords />
        </>
      ),
      className: NOWRAP,
      cell: ({ at }) => <Moment at={at} />,
    },
    {
      head: 'Field',
      cell: (change) => fieldOf(change)?.label ?? (change.field.startsWith('_') ? 'Company' : change.field),
    },
    {
      head: 'From',
      className: 'text-soft',
      cell: (change) => <Outside>{showStored(fieldOf(change), change.from) || '—'}</Outside>,
    },
    { head: 'To', cell: (change) => <Outside>{showStored(fieldOf(change), change.to) || '—'}</Outside> },
    {
      head: 'Because',
      className: 'text-soft',
      cell: (change) => (
        <>
          <Outside>{change.because}</Outside> <SetBy change={change} />
        </>
      ),
    },
  ]
  return (
    <section>
      <h2 className="mb-1.5">Every change</h2>
      <Sheet rows={changes} columns={columns} />
    </section>
  )
}

/** Deals and requests, with how far each is; nothing where there are none. */
export function OpenedRecords({ opened, fields }: { opened: readonly Opened[]; fields: readonly RecordField[] }) {
  if (opened.length === 0) return null
  const columns: Column<Opened>[] = [
    {
      head: 'What',
      cell: ({ type, key, values, formName }) => (
        <>
          <Chip tone="moss">{RECORD_WORDS[type].toLowerCase()}</Chip>{' '}
          <Outside>{titleOf({ type, key, values })}</Outside>
          <span className="block text-soft">
            <Outside>{formName}</Outside>
          </span>
        </>
      ),
    },
    {
      head: 'How far',
      cell: ({ type, values }) => {
        const name = type === 'deal' ? 'stage' : 'status'
        return showStored(findField(fields, type, name), values[name])
      },
    },
    { head: 'Holds', className: 'text-soft', cell: (one) => <Outside>{tellHeld(one, fields)}</Outside> },
    {
      head: (
        <>
          Opened, <ZoneWords />
        </>
      ),
      className: NOWRAP,
      cell: ({ createdAt }) => <Moment at={createdAt} />,
    },
  ]
  return (
    <section>
      <h2 className="mb-1.5">Deals and requests</h2>
      <Sheet rows={opened} columns={columns} />
    </section>
  )
}

/** What a deal or a request holds beside its title and how far it is: “Budget: 2500”. */
const tellHeld = ({ type, values }: Opened, fields: readonly RecordField[]): string =>
  fields
    .filter(({ record, name }) => record === type && !/^(title|stage|status)$/.test(name))
    .flatMap((field) => {
      const words = showStored(field, values[field.name])
      return words ? [`${field.label}: ${words}`] : []
    })
    .join(' · ')

const SetBy = ({ change }: { change: Change }) =>
  change.submission ? (
    <Link href={`/arrivals/${change.submission}`} className="text-teal underline">
      <Outside>{change.formName}</Outside>, release {change.release}
    </Link>
  ) : null
