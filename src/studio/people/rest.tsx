import { MOST_SHOWN } from '@/db/queries/people'
import { Link } from '../ui/link'

interface Props {
  /** How many are shown. */
  shown: number
  /** The list that has them all. */
  list: string
  search: string
}

/** Leads on from the latest of something to all of it, where there may be more. */
export const Rest = ({ shown, list, search }: Props) =>
  shown < MOST_SHOWN ? null : (
    <p className="py-1 text-soft">
      These are the latest {shown}.{' '}
      <Link href={`${list}?search=${encodeURIComponent(search)}`} className="underline">
        All of them
      </Link>
    </p>
  )
