import { sql } from 'kysely'
import type { Runner } from '../database'

/** A contact's personal links, newest first; the secrets themselves are stored nowhere. */
export async function listLinks(db: Runner, workspaceId: string, contactId: string) {
  return db
    .selectFrom('personal_link')
    .innerJoin('form', 'form.id', 'personal_link.form_id')
    .select([
      'personal_link.id',
      'form.name as formName',
      'personal_link.created_at as createdAt',
      'personal_link.expires_at as expiresAt',
      'personal_link.withdrawn_at as withdrawnAt',
    ])
    .select(sql<boolean>`withdrawn_at is null and coalesce(expires_at > now(), true)`.as('works'))
    .where('personal_link.workspace_id', '=', workspaceId)
    .where('personal_link.contact_id', '=', contactId)
    .orderBy('personal_link.created_at', 'desc')
    .orderBy('personal_link.id')
    .limit(50)
    .execute()
}

/** Withdraws a personal link: whoever holds it is a stranger from now on. */
export async function withdrawLink(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const done = await db
    .updateTable('personal_link')
    .set({ withdrawn_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('withdrawn_at', 'is', null)
    .executeTakeFirst()
  return done.numUpdatedRows > 0n
}
