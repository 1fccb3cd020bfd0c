import { type ListCounts, RECENT_DAYS } from '@/db/queries/mailing_lists'
import { PeopleTabs } from '../people/tabs'
import { Empty } from '../ui/empty'
import { Link } from '../ui/link'
import { Outside } from '../ui/outside'
import { type Column, Sheet } from '../ui/sheet'
import { figure } from '../ui/show'

const COLUMNS: Column<ListCounts>[] = [
  {
    head: 'List',
    cell: ({ name, title }) => (
      <Link href={`/people/lists/${name}`} className="font-semibold hover:underline">
        <Outside>{title}</Outside>
      </Link>
    ),
  },
  { head: 'On it', right: true, cell: ({ members }) => figure(members) },
  {
    head: 'To be confirmed',
    right: true,
    cell: ({ confirm, waiting }) => (confirm || waiting > 0 ? figure(waiting) : '—'),
  },
  { head: `Joined in ${RECENT_DAYS} days`, right: true, cell: ({ joined }) => figure(joined) },
  { head: `Left in ${RECENT_DAYS} days`, right: true, cell: ({ left }) => figure(left) },
]

/** Every mailing list, with how many are on it and how many come and go. */
export const MailingLists = ({ lists }: { lists: readonly ListCounts[] }) => (
  <main className="px-4 py-3">
    <div className="mb-2 flex flex-wrap items-center gap-3">
      <h1>Lists</h1>
      <PeopleTabs at="lists" />
    </div>
    {lists.length === 0 ? (
      <Empty title="No lists yet">Add one in Settings, or under Records of a form that people join it by.</Empty>
    ) : (
      <div className="max-w-3xl">
        <Sheet rows={lists.map((one) => ({ ...one, id: one.name }))} columns={COLUMNS} />
      </div>
    )}
  </main>
)
