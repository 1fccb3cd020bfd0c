import type { ChosenColumn } from '../columns/arrange'
import { Email } from '../ui/email'
import { Link } from '../ui/link'
import { Outside } from '../ui/outside'

/** What a record is called, leading to its page under this address: the first column of the lists of People. */
export const nameColumn = (page: string, title = 'Name'): ChosenColumn<{ id: string; name: string }> => ({
  name: 'name',
  title,
  fixed: true,
  head: title,
  by: 'name',
  cell: ({ id, name }) => (
    <Link href={`${page}/${id}`} className="font-semibold hover:underline">
      {name.includes('@') ? <Email address={name} /> : <Outside>{name}</Outside>}
    </Link>
  ),
})
