import type { Gone as Found } from '@/db/queries/records'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { Link } from '../ui/link'
import { PutBack } from './putBack'

/** A record that is there no more: what opened it was put back, or it is part of another. */
export const Gone = ({ gone: { title, key, goneBy, who, at, mergedInto, mergedTitle, type } }: { gone: Found }) => (
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
    </div>
  </main>
)
