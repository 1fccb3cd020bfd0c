import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'

/** Somebody, by name and address, and when something came of them. */
export const Who = ({ id, name, email, at }: { id: string; name: string; email: string; at: Date }) => (
  <span className="flex flex-wrap gap-x-2">
    <Link href={`/people/${id}`} className="font-semibold hover:underline">
      <Outside>{name}</Outside>
    </Link>
    <span className="min-w-0 flex-1 text-soft">
      <Outside>{email === name ? '' : email}</Outside>
    </span>
    <span className="whitespace-nowrap text-soft">
      <Moment at={at} />
    </span>
  </span>
)
