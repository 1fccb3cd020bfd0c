import type { listDoublesOf } from '@/db/queries/doubles'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Outside } from '../ui/outside'

export type DoubleOf = Awaited<ReturnType<typeof listDoublesOf>>[number]

/** Who may be the same person, and why, with a way to compare them; nothing where there is nobody. */
interface Props {
  id: string
  doubles: readonly DoubleOf[]
  /** Where pages of their sort are. */
  page?: string
}

export const LikelyDoubles = ({ id, doubles, page = '/people' }: Props) =>
  doubles.length > 0 && (
    <ul className="mb-3 max-w-4xl rounded-md bg-teal-bg px-3 py-1.5">
      {doubles.map((other) => (
        <li key={other.id} className="flex flex-wrap items-baseline gap-x-2 py-0.5">
          <span>
            Likely the same as{' '}
            <Link href={`${page}/${other.id}`} className="font-semibold underline">
              <Outside>{other.name}</Outside>
            </Link>{' '}
            <span className="text-soft">
              <Outside>{other.email}</Outside> · {other.why.join(', ')}
            </span>
          </span>
          <Only may="answer">
            <Link href={`/people/merge?of=${id},${other.id}`} className="text-teal underline">
              Compare
            </Link>
          </Only>
        </li>
      ))}
    </ul>
  )
