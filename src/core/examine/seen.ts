import { parametersRead } from '../fill/reads'
import type { CarriedValue, Form } from '../form/definition'
import { type Finding, finding } from './finding'

/** What the last 30 days showed of a form. */
export interface Seen {
  /** How many of the live release’s latest submissions were looked at. */
  submissions: number
  /** In how many of them each value was there, by its name. */
  filled: Readonly<Record<string, number>>
  /** Parameters of links that no source read, with how many visits had each. */
  unread: readonly { name: string; visits: number }[]
}

/** Fewer submissions than this tell nothing of a value that was in none of them. */
const ENOUGH = 20

const note = finding('note', 'compose')

/** What there is to say of a draft by what visitors of its live release brought: values that nothing fills, and parameters that nobody reads. */
export function examineSeen(form: Form, live: Form | null, seen: Seen | null): Finding[] {
  if (!live || !seen) return []
  return [...noteUnfilled(form, live, seen), ...noteUnread(form, seen)]
}

/** Only of values that are still filled as they are live: of others nothing was seen yet. */
function noteUnfilled(form: Form, live: Form, { submissions, filled }: Seen): Finding[] {
  if (submissions < ENOUGH) return []
  const isAsLive = ({ name, fill }: CarriedValue) =>
    JSON.stringify(live.carried.find((one) => one.name === name)?.fill) === JSON.stringify(fill)
  return form.carried
    .filter((carried) => carried.fill.length > 0 && isAsLive(carried) && !filled[carried.name])
    .map(({ name, label }) =>
      note(name, `“${label}” was in none of the last ${submissions} submissions of 30 days: no source had anything.`),
    )
}

function noteUnread(form: Form, { unread }: Seen): Finding[] {
  const read = parametersRead(form)
  return unread
    .filter(({ name }) => !read.has(name))
    .map(({ name, visits }) =>
      note(
        '',
        `Links of ${visits === 1 ? 'one visit' : `${visits} visits`} of the last 30 days said “${name}”, and nothing reads it.`,
      ),
    )
}
