import Link from 'next/link'
import type { Answers } from '@/core/answers/answer'
import { findField, RECORD_WORDS, type RecordField, type RecordType, showStored } from '@/core/records/field'
import { titleOf } from '@/core/records/snapshot'
import type { Change, Opened } from '@/db/queries/people'
import { Chip } from '../ui/chip'
import { moment } from '../ui/show'

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
                  {field.label} {field.retired && <span className="text-soft">retired</span>}
                </td>
                <td className="whitespace-pre-line">{showStored(field, values[field.name])}</td>
                <td className="text-soft">{by && <SetBy change={by} />}</td>
              </tr>
            )
          })}
      </tbody>
    </table>
  </section>
)

/** Every change of a record, the latest first. */
export const Lineage = ({ record, fields, changes }: Omit<StoredProps, 'values'>) => (
  <section>
    <h2 className="mb-1.5">Every change</h2>
    <table className="sheet">
      <thead>
        <tr>
          <th>When, UTC</th>
          <th>Field</th>
          <th>From</th>
          <th>To</th>
          <th>Because</th>
        </tr>
      </thead>
      <tbody>
        {changes.map((change) => {
          const field = findField(fields, record, change.field)
          return (
            <tr key={change.id}>
              <td className="whitespace-nowrap">{moment(change.at)}</td>
              <td>{field?.label ?? (change.field.startsWith('_') ? 'Company' : change.field)}</td>
              <td className="text-soft">{showStored(field, change.from) || '—'}</td>
              <td>{showStored(field, change.to) || '—'}</td>
              <td className="text-soft">
                {change.because} <SetBy change={change} />
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  </section>
)

/** Deals and requests, with how far each is; nothing where there are none. */
export function OpenedRecords({ opened, fields }: { opened: readonly Opened[]; fields: readonly RecordField[] }) {
  if (opened.length === 0) return null
  const show = (record: RecordType, name: string, values: Answers) =>
    showStored(findField(fields, record, name), values[name])
  return (
    <section>
      <h2 className="mb-1.5">Deals and requests</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>What</th>
            <th>How far</th>
            <th>Holds</th>
            <th>Opened, UTC</th>
          </tr>
        </thead>
        <tbody>
          {opened.map(({ id, type, key, values, formName, createdAt }) => (
            <tr key={id}>
              <td>
                <Chip tone="moss">{RECORD_WORDS[type].toLowerCase()}</Chip> {titleOf({ type, key, values })}
                <span className="block text-soft">{formName}</span>
              </td>
              <td>{show(type, type === 'deal' ? 'stage' : 'status', values)}</td>
              <td className="text-soft">
                {fields
                  .filter(({ record, name }) => record === type && !/^(title|stage|status)$/.test(name))
                  .flatMap((field) => {
                    const words = showStored(field, values[field.name])
                    return words ? [`${field.label}: ${words}`] : []
                  })
                  .join(' · ')}
              </td>
              <td className="whitespace-nowrap">{moment(createdAt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

const SetBy = ({ change }: { change: Change }) =>
  change.submission ? (
    <Link href={`/arrivals/${change.submission}`} className="text-teal underline">
      {change.formName}, release {change.release}
    </Link>
  ) : null
