import { sql } from 'kysely'
import type { Seen } from '@/core/examine/seen'
import type { Runner } from '../database'

/** The most that is looked at of each: what is only to be noted must not read all of a busy form. */
const MOST = { submissions: 500, visits: 2000, names: 5 }

/** What the last 30 days showed of a form and of its live release: among the latest, where there were many. */
export async function readSeen(db: Runner, formId: string, releaseId: string): Promise<Seen> {
  const since = sql`now() - interval '30 days'`
  const { rows } = await sql<{ submissions: number; filled: Record<string, number> | null }>`
    with latest as (
      select "values" from submission
      where form_id = ${formId} and release_id = ${releaseId} and received_at > ${since}
        and state = 'applied' and binned_at is null and not is_test and erased_by is null
      order by received_at desc, id desc limit ${MOST.submissions})
    select (select count(*)::integer from latest) as submissions, (
      select json_object_agg(name, found) from (
        select name, count(*) as found from latest, jsonb_object_keys("values") name group by 1) one) as filled
  `.execute(db)
  const unread = await sql<{ name: string; visits: number }>`
    select name, count(*)::integer as visits from (
      select unread from visit where form_id = ${formId} and unread is not null and arrived_at > ${since} and not is_test
      order by arrived_at desc limit ${MOST.visits}) latest, unnest(unread) name
    group by 1 order by 2 desc, 1 limit ${MOST.names}
  `.execute(db)
  return { submissions: rows[0]?.submissions ?? 0, filled: rows[0]?.filled ?? {}, unread: unread.rows }
}
