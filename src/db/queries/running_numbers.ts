import { sql } from 'kysely'
import type { Runner } from '../database'

/** How many numbers are taken of each of these forms, by its id; nothing of one of which none is. */
export async function readNumbersTaken(db: Runner, forms: readonly string[]): Promise<Map<string, number>> {
  if (forms.length === 0) return new Map()
  const rows = await db
    .selectFrom('running_number')
    .select(['form_id', 'taken'])
    .where('form_id', '=', sql<string>`any(${forms}::uuid[])`)
    .execute()
  return new Map(rows.map(({ form_id, taken }) => [form_id, taken]))
}

/** Notes how many are taken by now. Whoever does holds the workspace’s turn, so that no other counts on meanwhile. */
export async function writeNumbersTaken(
  db: Runner,
  workspaceId: string,
  taken: ReadonlyMap<string, number>,
): Promise<void> {
  if (taken.size === 0) return
  await db
    .insertInto('running_number')
    .values([...taken].map(([form_id, count]) => ({ form_id, workspace_id: workspaceId, taken: count })))
    .onConflict((conflict) => conflict.column('form_id').doUpdateSet((eb) => ({ taken: eb.ref('excluded.taken') })))
    .execute()
}
