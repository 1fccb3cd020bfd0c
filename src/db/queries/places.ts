import { sql } from 'kysely'
import type { Db, Runner } from '../database'
import { lockNames } from './clock'
import { type NewSubmission, storeSubmissions } from './submissions'

/** What takes a place at a form that has a number of them: not tests, spam, nor what is in the bin. */
const takesPlace = sql<boolean>`taken.state <> 'spam' and taken.binned_at is null and not taken.is_test`

/** Since when all places of the form, as the row `form`, are taken; `null` while there are some, and where any number may send it. */
export const fullSince = sql<Date | null>`case when form.closes_after is not null then (
  select taken.received_at from submission taken where taken.form_id = form.id and ${takesPlace}
  order by taken.received_at offset form.closes_after - 1 limit 1) end`

/** How many places of a form are taken. */
export async function countTaken(db: Runner, formId: string): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from submission taken where taken.form_id = ${formId} and ${takesPlace}
  `.execute(db)
  return rows[0]?.n ?? 0
}

/**
 * Stores a submission where its form has a place for it, one after the other, so that the last place is given once:
 * `full` where there is none. What takes no place, as a test, is stored all the same.
 */
export const storeInPlace = (db: Db, submission: NewSubmission): Promise<'stored' | 'not stored' | 'full'> =>
  db.transaction().execute(async (tx) => {
    await lockNames(tx, [`places ${submission.form_id}`])
    const { rows } = await sql<{ full: boolean }>`
      select ${fullSince} is not null as full from form where id = ${submission.form_id}
    `.execute(tx)
    if (rows[0]?.full) return 'full'
    return (await storeSubmissions(tx, [submission])).has(submission.id) ? 'stored' : 'not stored'
  })
