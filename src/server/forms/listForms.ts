import type { Db } from '@/db/database'
import { type FormFilter, listForms as readForms } from '@/db/queries/forms'
import { rateOf } from '../readout/readReadout'

/** A page of a workspace's forms with their numbers of the last 30 days, and the rate of those who finish. */
export async function listForms(db: Db, workspaceId: string, filter: FormFilter) {
  const { rows, next } = await readForms(db, workspaceId, filter)
  return { rows: rows.map((row) => ({ ...row, finish: rateOf(row.sent, row.arrived) })), next }
}
