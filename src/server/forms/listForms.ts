import { standingAt } from '@/core/form/standing'
import type { Db } from '@/db/database'
import { type FormFilter, listForms as readForms } from '@/db/queries/forms'
import { rateOf } from '../readout/readReadout'

/** A page of a workspace's forms: how each stands, its numbers of the last 30 days, and the rate of those who finish. */
export async function listForms(db: Db, workspaceId: string, filter: FormFilter) {
  const { rows, next } = await readForms(db, workspaceId, filter)
  const now = new Date()
  return {
    rows: rows.map(({ stateSince, opensAt, closesAt, fullSince, ...row }) => ({
      ...row,
      stands: standingAt({ state: row.state, stateSince, opensAt, closesAt, fullSince }, now),
      finish: rateOf(row.sent, row.arrived),
    })),
    next,
  }
}
