import { showMoment } from '@/core/formats/zone'
import { titleOf } from '@/core/records/record'
import type { Db } from '@/db/database'
import { listSubmissions } from '@/db/queries/arrivals'
import { listPeople } from '@/db/queries/people'

/** As many as are offered before anybody searches. */
const MOST = 30

/** The latest answers of a form, to try it with: each with who sent them, and when. */
export async function listArrivals(
  db: Db,
  { workspaceId, slug, timeZone }: { workspaceId: string; slug: string; timeZone: string },
) {
  const { rows } = await listSubmissions(db, workspaceId, { form: slug, limit: MOST })
  return rows.map(({ id, email, receivedAt, values }) => ({
    id,
    title: `${email ?? 'somebody'}, ${showMoment(timeZone, receivedAt)}`,
    values,
  }))
}

/** The people whom a form is likely tried as: those who changed last. */
export async function listLikelyPeople(db: Db, workspaceId: string) {
  const { rows } = await listPeople(db, workspaceId, { limit: MOST })
  return rows.map(({ id, email, values }) => ({ id, name: titleOf({ type: 'contact', key: email, values }) }))
}
