import type { DeedName } from '@/core/changes/deeds'
import type { Db, Runner } from '@/db/database'
import {
  removeEndedChecks,
  removeEndedBrowsers,
  removeEndedLinks,
  removeEndedProofs,
  removeEndedSessions,
  removeUnknownAddresses,
  type Removed,
} from '@/db/queries/keeping'
import { removeEndedRows } from '../imports/removeEndedRows'
import { tellRemoved } from './tellRemoved'

/** What is kept no longer than it is good for. */
interface Rule {
  deed: DeedName
  /** Removes at most so many whose time is up. */
  remove(tx: Runner, most: number): Promise<Removed[]>
}

/** How long a person’s page still shows a link or a browser that has ended, in days. */
const LINKS_SHOWN = 30

/** How long the rows of a file that was brought in, and addresses that nobody has, can be looked at, in days. */
const ROWS_SHOWN = 30

const RULES: readonly Rule[] = [
  { deed: 'removeEndedLinks', remove: (tx, most) => removeEndedLinks(tx, LINKS_SHOWN, most) },
  { deed: 'removeEndedBrowsers', remove: (tx, most) => removeEndedBrowsers(tx, LINKS_SHOWN, most) },
  { deed: 'removeEndedSessions', remove: removeEndedSessions },
  { deed: 'removeEndedProofs', remove: removeEndedProofs },
  { deed: 'removeEndedProofs', remove: removeEndedChecks },
  { deed: 'removeEndedRows', remove: (tx) => removeEndedRows(tx, ROWS_SHOWN) },
  { deed: 'removeUnknownAddresses', remove: (tx, most) => removeUnknownAddresses(tx, ROWS_SHOWN, most) },
]

/** Most that one transaction removes. */
const TOGETHER = 5000

/** Removes what has had its time, rule by rule, and tells each workspace what was removed of its own by which rule. */
export async function keepNightly(db: Db, together = TOGETHER): Promise<void> {
  for (const rule of RULES) while (await applyRule(db, rule, together));
}

/** Whether there may be more. Killed anywhere, nothing of it was done, or all of it is told. */
const applyRule = (db: Db, { deed, remove }: Rule, most: number): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    const removed = await remove(tx, most)
    await tellRemoved(tx, deed, removed)
    return removed.reduce((all, { n }) => all + n, 0) >= most
  })
