import type { Part } from '@/db/queries/people'
import { Outside } from '../ui/outside'

/** What else a record is known by, since others were merged into it. */
export const Parts = ({ parts }: { parts: readonly Part[] }) =>
  parts.length > 0 && (
    <>
      {' '}
      · also known as{' '}
      {parts.map(({ id, key }, index) => (
        <span key={id}>
          {index > 0 && ', '}
          <Outside>{key}</Outside>
        </span>
      ))}
    </>
  )
