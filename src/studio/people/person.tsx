import Link from 'next/link'
import type { RecordField } from '@/core/records/snapshot'
import type { findPerson } from '@/db/queries/people'
import { StateChip } from '../arrivals/arrivals'
import { moment, stored } from '../ui/show'
import { Links, type PersonalLinks } from './links'

type Found = NonNullable<Awaited<ReturnType<typeof findPerson>>>

interface Props {
  person: Found
  fields: RecordField[]
  links: PersonalLinks
  forms: { slug: string; name: string }[]
}

/** A person: every stored value with what set it, every change, every list and submission. */
export function Person({ person, fields, links, forms }: Props) {
  const { values, changes, memberships, submissions } = person
  const labelOf = (name: string) => fields.find((field) => field.name === name)?.label ?? name
  const known = fields.filter(({ name }) => values[name] !== undefined && values[name] !== null)
  return (
    <main className="px-4 py-3">
      <p className="text-soft">
        <Link href="/people" className="underline">
          People
        </Link>
      </p>
      <div className="mb-3 flex items-baseline gap-3">
        <h1>{[values.first_name, values.last_name].filter(Boolean).join(' ') || person.email}</h1>
        <span className="text-soft">
          {person.email} · known since {moment(person.createdAt)} UTC
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] gap-6">
        <div className="space-y-5">
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
                {known.map(({ name, label }) => {
                  const by = changes.find(({ field }) => field === name)
                  return (
                    <tr key={name}>
                      <td>{label}</td>
                      <td>{stored(values[name])}</td>
                      <td className="text-soft">{by && <SetBy change={by} />}</td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
          </section>
          <section>
            <h2 className="mb-1.5">Lists</h2>
            {memberships.length === 0 && <p className="text-soft">On no list.</p>}
            {memberships.map(({ title, wording, joinedAt, submission }) => (
              <div key={title} className="mb-2">
                <b className="font-semibold">{title}</b>{' '}
                <span className="text-soft">joined {moment(joinedAt)} UTC</span>
                <blockquote className="border-l-2 border-moss pl-2">
                  “{wording}”{' '}
                  {submission && (
                    <Link href={`/arrivals/${submission}`} className="text-teal underline">
                      agreed here
                    </Link>
                  )}
                </blockquote>
              </div>
            ))}
          </section>
          <Links contact={person.id} links={links} forms={forms} />
        </div>
        <div className="space-y-5">
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
                {changes.map((change) => (
                  <tr key={change.id}>
                    <td className="whitespace-nowrap">{moment(change.at)}</td>
                    <td>{labelOf(change.field)}</td>
                    <td className="text-soft">{stored(change.from)}</td>
                    <td>{stored(change.to)}</td>
                    <td className="text-soft">
                      {change.because} <SetBy change={change} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
          <section>
            <h2 className="mb-1.5">Submissions</h2>
            {submissions.length === 0 && <p className="text-soft">None yet.</p>}
            <ul>
              {submissions.map(({ id, formName, state, receivedAt }) => (
                <li key={id} className="py-0.5">
                  <Link href={`/arrivals/${id}`} className="underline">
                    {formName}, {moment(receivedAt)}
                  </Link>{' '}
                  <StateChip state={state} />
                </li>
              ))}
            </ul>
          </section>
        </div>
      </div>
    </main>
  )
}

const SetBy = ({ change }: { change: Found['changes'][number] }) =>
  change.submission ? (
    <Link href={`/arrivals/${change.submission}`} className="text-teal underline">
      {change.formName}, release {change.release}
    </Link>
  ) : null
