import type { RecordField } from '@/core/fields/field'
import { type ListInfo, type Owner, titleOf } from '@/core/records/record'
import type { findCompany } from '@/db/queries/people'
import { PageHead } from '../ui/pageHead'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type DoubleOf, LikelyDoubles } from './likelyDoubles'
import { MergeWith } from './mergeWith'
import { OwnerField } from './owner'
import { Parts } from './parts'
import { Rest } from './rest'
import { Notes } from './notes'
import { OpenedRecords, Stored } from './stored'
import { TimeLine } from './timeLine'
import { Link } from '../ui/link'

type Found = NonNullable<Awaited<ReturnType<typeof findCompany>>>

interface Props {
  company: Found
  fields: RecordField[]
  lists: ListInfo[]
  members: Owner[]
  doubles: DoubleOf[]
}

/** A company: what is stored, its people, its deals and requests, its notes, and what happened. */
export function Company({ company, fields, lists, members, doubles }: Props) {
  const { id, key, domain, values, parts, notes, people, opened, changes, proposals, createdAt } = company
  return (
    <main className="px-4 py-3">
      <PageHead
        back={['/people/companies', 'Companies']}
        heading={titleOf({ type: 'company', key, values })}
        place={{ list: 'companies', id, page: '/people/companies' }}
      >
        <span className="text-soft">
          {domain ? `its people write from ${domain}` : 'no mail domain of its own'} · known since{' '}
          <Moment at={createdAt} />
          <Parts parts={parts} />
        </span>
        <OwnerField id={id} owner={company.owner} members={members} />
        <MergeWith id={id} list="companies" called="company" />
      </PageHead>
      <LikelyDoubles id={id} doubles={doubles} page="/people/companies" />
      <div className="grid gap-6 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] max-[899px]:*:overflow-x-auto">
        <div className="space-y-5">
          <Stored record="company" {...{ id, values, fields, changes, proposals }} />
          <section>
            <h2 className="mb-1.5">Its people</h2>
            {people.length === 0 && <p className="text-soft">None yet.</p>}
            <ul>
              {people.map((person) => (
                <li key={person.id} className="border-b border-rule py-1">
                  <Link href={`/people/${person.id}`} className="font-semibold hover:underline">
                    <Outside>{titleOf({ type: 'contact', key: person.email, values: person.values })}</Outside>
                  </Link>{' '}
                  <span className="text-soft">
                    <Outside>{person.email}</Outside>
                  </span>
                </li>
              ))}
            </ul>
            <Rest shown={people.length} list="/people" search={key} />
          </section>
        </div>
        <div className="space-y-5">
          <OpenedRecords opened={opened} fields={fields} />
          <Notes record={id} notes={notes} />
          <TimeLine id={id} changes={changes} parts={parts} tell={{ record: 'company', fields, lists }} />
        </div>
      </div>
    </main>
  )
}
