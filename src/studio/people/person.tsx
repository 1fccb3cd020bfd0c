import type { RecordField } from '@/core/fields/field'
import { type ListInfo, type Owner, titleOf } from '@/core/records/record'
import type { FollowedDelivery } from '@/db/queries/deliveries'
import type { findPerson } from '@/db/queries/people'
import { PageHead } from '../ui/pageHead'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type DoubleOf, LikelyDoubles } from './likelyDoubles'
import { Browsers, type RememberedBrowsers } from './browsers'
import { ReferralOf } from './referral'
import { Links, type PersonalLinks } from './links'
import { Memberships } from './memberships'
import { MergeWith } from './mergeWith'
import { OwnData } from './ownData'
import { OwnerField } from './owner'
import { Parts } from './parts'
import { Refused } from './refused'
import { Rest } from './rest'
import { Notes } from './notes'
import { OpenedRecords, Stored } from './stored'
import { TimeLine } from './timeLine'
import { Link } from '../ui/link'

type Found = NonNullable<Awaited<ReturnType<typeof findPerson>>>

interface Props {
  person: Found
  fields: RecordField[]
  lists: ListInfo[]
  links: PersonalLinks
  browsers: RememberedBrowsers
  forms: { slug: string; name: string }[]
  doubles: DoubleOf[]
  members: Owner[]
  /** What went outside because of them. */
  deliveries: FollowedDelivery[]
}

/** A person: every stored value with what set it, every change, every list and submission. */
export function Person({ person, fields, lists, links, browsers, forms, doubles, members, deliveries }: Props) {
  const { id, values, parts, changes, proposals, notes, left, pending, memberships, submissions, opened } = person
  return (
    <main className="px-4 py-3">
      <PageHead
        back={['/people', 'People']}
        heading={titleOf({ type: 'contact', key: person.email, values })}
        place={{ list: 'people', id, page: '/people' }}
      >
        <span className="text-soft">
          {person.companyId && (
            <>
              <Link href={`/people/companies/${person.companyId}`} className="text-teal underline">
                <Outside>{person.company}</Outside>
              </Link>{' '}
              ·{' '}
            </>
          )}
          <Outside>{person.email}</Outside>
          <Parts parts={parts} /> · known since <Moment at={person.createdAt} />
          {person.referral.broughtBy && (
            <>
              {' '}
              · brought along by{' '}
              <Link href={`/people/${person.referral.broughtBy.id}`} className="text-teal underline">
                <Outside>{person.referral.broughtBy.name}</Outside>
              </Link>
            </>
          )}
        </span>
        <OwnerField id={id} owner={person.owner} members={members} />
        <MergeWith id={id} list="people" called="person" />
        <OwnData id={id} name={titleOf({ type: 'contact', key: person.email, values })} />
      </PageHead>
      {person.refused && <Refused contact={id} refused={person.refused} />}
      <LikelyDoubles id={id} doubles={doubles} />
      <div className="grid gap-6 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] max-[899px]:*:overflow-x-auto">
        <div className="space-y-5">
          <Stored record="contact" {...{ id, values, fields, changes, proposals }} />
          <OpenedRecords opened={opened} fields={fields} />
          <Memberships id={id} {...{ memberships, pending, left }} around={{ fields, lists, members }} />
          <Links contact={person.id} links={links} forms={forms} />
          <ReferralOf contact={person.id} referral={person.referral} />
          <Browsers contact={person.id} browsers={browsers} />
        </div>
        <div className="space-y-5">
          <Notes record={id} notes={notes} />
          <TimeLine
            {...{ id, changes, parts, submissions, deliveries }}
            known={[
              ...links.map((one) => ({ ...one, by: 'link' as const })),
              ...browsers.map((one) => ({ ...one, by: 'browser' as const })),
            ]}
            tell={{ record: 'contact', fields, lists }}
          />
          <Rest shown={submissions.length} list="/arrivals" search={person.email} />
        </div>
      </div>
    </main>
  )
}
