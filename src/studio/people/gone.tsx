import type { Gone as Found } from '@/db/queries/records'
import { Moment } from '../ui/moment'
import { Only } from '../ui/here'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { Link } from '../ui/link'
import { Erase } from './ownData'
import { PutBack } from './putBack'

/** Somebody who was erased for good: that they were, and nothing of who. */
const Erased = ({ gone: { who, at, about } }: { gone: Found }) => (
  <main className="px-4 py-3">
    <PageHead back={['/people', 'People']} heading="Somebody who was erased">
      {null}
    </PageHead>
    <p className="rounded-md bg-panel px-3 py-2">
      Erased for good by <Outside>{who ?? 'somebody'}</Outside>, <Moment at={at} />
      {about !== '' && <>, with {about}</>}. Nothing that is kept says who it was.
    </p>
  </main>
)

/** A record that is there no more: what opened it was put back, it is part of another, or it was erased. */
export function Gone({ gone }: { gone: Found }) {
  const { id, title, key, goneBy, who, at, mergedInto, mergedTitle, type } = gone
  if (gone.deed === 'erasePerson') return <Erased gone={gone} />
  return (
    <main className="px-4 py-3">
      <PageHead back={['/people', 'People']} heading={title || key}>
        {null}
      </PageHead>
      <div className="flex flex-wrap items-center gap-3 rounded-md bg-amber-bg px-3 py-2">
        {mergedInto !== null ? (
          <p>
            This is part of{' '}
            <Link
              href={type === 'company' ? `/people/companies/${mergedInto}` : `/people/${mergedInto}`}
              className="font-semibold text-teal underline"
            >
              <Outside>{mergedTitle}</Outside>
            </Link>{' '}
            since <Outside>{who ?? 'somebody'}</Outside> merged them, <Moment at={at} />.
          </p>
        ) : (
          <p>
            This is gone: what opened it was put back by <Outside>{who ?? 'somebody'}</Outside>, <Moment at={at} />.
            Nobody meets it any more.
          </p>
        )}
        <PutBack cause={goneBy} label={mergedInto === null ? 'Bring it back' : 'Part them again'} what={title || key} />
        {type === 'contact' && mergedInto === null && (
          <Only may="answer">
            <Erase id={id} name={title || key} />
          </Only>
        )}
      </div>
    </main>
  )
}
