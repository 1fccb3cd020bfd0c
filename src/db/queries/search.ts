import { sql } from 'kysely'
import type { Db } from '../database'

/** The trigram indexes that lists are searched through. */
const INDEXES = ['form_search', 'record_text_search', 'submission_text_search', 'visit_search', 'delivery_search']

/**
 * Puts what has been written since into the indexes. New rows wait in a list that is searched as well: whoever
 * writes one need not wait for the hundred places that its text has in an index. Tells how many pages waited.
 */
export async function settleSearch(db: Db): Promise<number> {
  let pages = 0
  for (const index of INDEXES) {
    const { rows } = await sql<{ n: string }>`select gin_clean_pending_list(${index}::regclass) as n`.execute(db)
    pages += Number(rows[0]?.n ?? 0)
  }
  return pages
}
