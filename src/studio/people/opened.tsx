import { RECORD_WORDS, type RecordField } from '@/core/fields/field'
import { type ListInfo, type Owner, titleOf } from '@/core/records/record'
import type { findOpened } from '@/db/queries/people'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { Notes } from './notes'
import { OwnerField } from './owner'
import { Stored } from './stored'
import { TimeLine } from './timeLine'

type Found = NonNullable<Awaited<ReturnType<typeof findOpened>>>

interface Props {
  opened: Found
  fields: RecordField[]
  lists: ListInfo[]
  members: Owner[]
}

/** A deal or a request: whose it is, what is stored, its notes, and what happened. */
export function Opened({ opened, fields, lists, members }: Props) {
  const { id, type, key, values, changes, proposals, notes, createdAt, formName } = opened
  const whose = opened.contact !== null ? `/people/${opened.contact}` : `/people/companies/${opened.companyId}`
  const isSomebodys = opened.contact !== null || opened.companyId !== null
  return (
    <main className="px-4 py-3">
      <PageHead
        back={isSomebodys ? [whose, opened.contactName ?? opened.company ?? 'Whose it is'] : ['/people', 'People']}
        heading={titleOf({ type, key, values })}
        place={{ list: type === 'deal' ? 'deals' : 'requests', id, page: '/people/opened' }}
      >
        <span className="text-soft">
          {RECORD_WORDS[type].toLowerCase()}
          {opened.contact && opened.companyId && (
            <>
              {' '}
              of{' '}
              <Link href={`/people/companies/${opened.companyId}`} className="text-teal underline">
                <Outside>{opened.company}</Outside>
              </Link>
            </>
          )}{' '}
          · opened <Moment at={createdAt} />
          {formName && (
            <>
              {' '}
              by <Outside>{formName}</Outside>
            </>
          )}
        </span>
        <OwnerField id={id} owner={opened.owner} members={members} />
      </PageHead>
      <div className="grid gap-6 min-[900px]:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] max-[899px]:*:overflow-x-auto">
        <Stored record={type} {...{ id, values, fields, changes, proposals }} />
        <div className="space-y-5">
          <Notes record={id} notes={notes} />
          <TimeLine id={id} changes={changes} parts={[]} tell={{ record: type, fields, lists }} />
        </div>
      </div>
    </main>
  )
}
