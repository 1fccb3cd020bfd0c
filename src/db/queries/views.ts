import { asJson, type Runner } from '../database'
import type { KeptColumn } from '../schema_of_settings'

/** Whose view of which list it is. */
interface Viewed {
  workspaceId: string
  userId: string
  list: string
}

/** Which columns of a list a member sees, in which order; `null` where they have said nothing of it. */
export async function readColumns(db: Runner, { workspaceId, userId, list }: Viewed): Promise<KeptColumn[] | null> {
  const row = await db
    .selectFrom('list_view')
    .select('columns')
    .where('workspace_id', '=', workspaceId)
    .where('user_id', '=', userId)
    .where('list', '=', list)
    .executeTakeFirst()
  return row?.columns ?? null
}

/** Keeps which columns a member sees; `null` for the usual ones. */
export async function keepColumns(
  db: Runner,
  { workspaceId, userId, list }: Viewed,
  columns: readonly KeptColumn[] | null,
): Promise<void> {
  if (columns === null) {
    await db
      .deleteFrom('list_view')
      .where('workspace_id', '=', workspaceId)
      .where('user_id', '=', userId)
      .where('list', '=', list)
      .execute()
    return
  }
  await db
    .insertInto('list_view')
    .values({ workspace_id: workspaceId, user_id: userId, list, columns: asJson(columns) })
    .onConflict((conflict) =>
      conflict.columns(['workspace_id', 'user_id', 'list']).doUpdateSet({ columns: asJson(columns) }),
    )
    .execute()
}
