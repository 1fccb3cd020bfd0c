import { type Answers, sameAnswer } from '@/core/answers/answer'
import { findField, RECORD_WORDS, type RecordField, type RecordType, showStored } from '@/core/fields/field'
import { progressOf, titleOf } from '@/core/records/record'
import type { Change, Opened } from '@/db/queries/people'
import type { Proposal } from '@/db/queries/proposals'
import { Chip } from '../ui/chip'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type Column, NOWRAP, Sheet } from '../ui/sheet'
import { EditValue } from './editValue'
import { HOW, whoDid } from './happenings'
import { Link } from '../ui/link'
import { Proposed, ProposedInAll } from './proposed'

interface StoredProps {
  id: string
  record: RecordType
  values: Answers
  fields: readonly RecordField[]
  changes: readonly Change[]
  /** What unproven senders propose, the latest first. */
  proposals: readonly Proposal[]
}

/**
 * What is stored of a record, with what set each value; each can be changed in its own place. Retired fields stay as
 * long as something is in them.
 */
export function Stored({ id, record, values, fields, changes, proposals }: StoredProps) {
  // What is stored by now need not be proposed any more.
  const open = proposals.filter(({ field, value }) => !sameAnswer(values[field] ?? null, value))
  return (
    <section>
      <h2 className="mb-1.5">What is stored</h2>
      {open.length > 0 && <ProposedInAll record={id} proposals={open} />}
      <table className="sheet">
        <thead>
          <tr>
            <th className="w-[26%]">Field</th>
            <th>Value</th>
            <th className="w-[34%]">Set by</th>
          </tr>
        </thead>
        <tbody>
          {fields
            .filter((field) => field.record === record)
            .filter((field) => !field.retired || showStored(field, values[field.name]) !== '')
            .map((field) => {
              const by = changes.find((change) => change.record === id && change.field === field.name)
              return (
                <tr key={field.name}>
                  <td>
                    <Outside>{field.label}</Outside> {field.retired && <span className="text-soft">retired</span>}
                  </td>
                  <td>
                    <EditValue record={id} field={field} value={values[field.name] ?? null} />
                    <Proposed record={id} field={field} proposals={open.filter((one) => one.field === field.name)} />
                  </td>
                  <td className="text-soft">{by && <SetBy change={by} />}</td>
                </tr>
              )
            })}
        </tbody>
      </table>
    </section>
  )
}

/** Deals and requests, with how far each is; nothing where there are none. */
export function OpenedRecords({ opened, fields }: { opened: readonly Opened[]; fields: readonly RecordField[] }) {
  if (opened.length === 0) return null
  const columns: Column<Opened>[] = [
    {
      head: 'What',
      cell: ({ id, type, key, values, formName }) => (
        <>
          <Chip tone="moss">{RECORD_WORDS[type].toLowerCase()}</Chip>{' '}
          <Link href={`/people/opened/${id}`} className="font-semibold hover:underline">
            <Outside>{titleOf({ type, key, values })}</Outside>
          </Link>
          <span className="block text-soft">
            <Outside>{formName}</Outside>
          </span>
        </>
      ),
    },
    {
      head: 'How far',
      cell: ({ type, values }) => {
        const name = progressOf(type)
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

function SetBy({ change: { submission, formName, release, who, sort } }: { change: Change }) {
  if (submission)
    return (
      <Link href={`/arrivals/${submission}`} className="text-teal underline">
        <Outside>{formName}</Outside>, release {release}
      </Link>
    )
  const how = sort === 'put back' ? 'putting back' : HOW[sort]
  return (
    <>
      <Outside>{whoDid({ who, sort })}</Outside>, {how}
    </>
  )
}
