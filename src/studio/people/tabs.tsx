import { Link } from '../ui/link'

const TABS = [
  ['contacts', '/people', 'Contacts'],
  ['segments', '/people/segments', 'Segments'],
  ['companies', '/people/companies', 'Companies'],
  ['deals', '/people/deals', 'Deals'],
  ['requests', '/people/requests', 'Requests'],
  ['lists', '/people/lists', 'Lists'],
  ['sheets', '/people/sheets', 'Link sheets'],
  ['imports', '/people/imports', 'Brought in'],
  ['proposals', '/people/proposals', 'Proposed'],
  ['doubles', '/people/doubles', 'Likely doubles'],
] as const

/** The lists of People. */
export const PeopleTabs = ({ at }: { at: (typeof TABS)[number][0] }) => (
  <nav aria-label="Lists of people" className="flex flex-wrap rounded-sm border border-edge bg-white">
    {TABS.map(([name, href, title]) => (
      <Link
        key={name}
        href={href}
        aria-current={at === name ? 'page' : undefined}
        className={`px-2 py-0.5 ${at === name ? 'bg-moss-bg text-moss' : ''}`}
      >
        {title}
      </Link>
    ))}
  </nav>
)
