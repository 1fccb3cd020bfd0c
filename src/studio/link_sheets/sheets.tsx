import type { SheetInList } from '@/db/queries/link_sheets'
import { PeopleTabs } from '../people/tabs'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Moment, ZoneWords } from '../ui/moment'
import { Outside } from '../ui/outside'
import { type Column, NOWRAP, Sheet } from '../ui/sheet'
import { figure } from '../ui/show'
import { STATES } from './states'

/** Personal links that were made for many at once, and what came of them. */
export const LinkSheets = ({ sheets }: { sheets: readonly SheetInList[] }) => (
  <main className="px-4 py-3">
    <div className="mb-3 flex flex-wrap items-center gap-3">
      <h1>Link sheets</h1>
      <PeopleTabs at="sheets" />
      <Only may="answer">
        <Link href="/people/sheets/new" className="rounded-md border border-edge bg-white px-2.5 py-1 hover:bg-panel">
          New link sheet
        </Link>
      </Only>
    </div>
    {sheets.length === 0 ? (
      <Empty title="No link sheets yet">
        A link sheet is a personal link to a form for each of many people, as a file for the tool that sends the
        mailing. Whoever opens theirs is known before they type.
      </Empty>
    ) : (
      <Sheet rows={sheets} columns={COLUMNS} />
    )}
  </main>
)

const COLUMNS: Column<SheetInList>[] = [
  {
    head: 'Sheet',
    className: 'wrap-anywhere',
    cell: ({ id, title }) => (
      <Link href={`/people/sheets/${id}`} className="font-semibold hover:underline">
        <Outside>{title}</Outside>
      </Link>
    ),
  },
  { head: 'Form', spare: true, className: 'wrap-anywhere', cell: ({ formName }) => <Outside>{formName}</Outside> },
  {
    head: 'For',
    spare: true,
    className: 'text-soft wrap-anywhere',
    cell: ({ chosen }) => <Outside>{chosen}</Outside>,
  },
  { head: 'State', cell: ({ state }) => <Chip tone={STATES[state].tone}>{STATES[state].words}</Chip> },
  { head: 'Links', right: true, cell: ({ linked }) => figure(linked) },
  { head: 'Opened', right: true, cell: ({ used }) => figure(used.opened) },
  { head: 'Sent', right: true, cell: ({ used }) => figure(used.sent) },
  {
    head: (
      <>
        Work until, <ZoneWords />
      </>
    ),
    spare: true,
    className: `${NOWRAP} text-soft`,
    cell: ({ expiresAt }) => <Moment at={expiresAt} />,
  },
  { head: 'By', spare: true, cell: ({ who }) => <Outside>{who}</Outside> },
]
