import type { Gone as Found } from '@/db/queries/records'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { PutBack } from './putBack'

/** A record that is there no more, since what opened it was put back. */
export const Gone = ({ gone: { title, key, goneBy, who, at } }: { gone: Found }) => (
  <main className="px-4 py-3">
    <PageHead back={['/people', 'People']} heading={title || key}>
      {null}
    </PageHead>
    <div className="flex flex-wrap items-center gap-3 rounded-md bg-amber-bg px-3 py-2">
      <p>
        This is gone: what opened it was put back by <Outside>{who ?? 'somebody'}</Outside>, <Moment at={at} />. Nobody
        meets it any more.
      </p>
      <PutBack cause={goneBy} label="Bring it back" what={title || key} />
    </div>
  </main>
)
