import { sql } from 'kysely'
import type { Runner } from '../database'

/** What came of a personal link: visits are counted, one for each browser that opens it within a sitting. */
export interface LinkUse {
  opened: number
  begun: number
  sent: number
  /** Of what was sent, how much answered an address that is not the holder’s: it was passed on. */
  byOthers: number
}

const USED = sql<LinkUse>`(
    select json_build_object('opened', count(*), 'begun', count(began_at), 'sent', count(sent_at),
      'byOthers', count(*) filter (where sent.contact_id <> personal_link.contact_id))
    from visit left join submission sent on sent.form_id = visit.form_id and sent.visit_id = visit.id
    where visit.link_id = personal_link.id and not visit.is_test)`

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
    .select(USED.as('used'))
    .where('personal_link.workspace_id', '=', workspaceId)
    .where('personal_link.contact_id', '=', contactId)
    .orderBy('personal_link.created_at', 'desc')
    .orderBy('personal_link.id')
    .limit(50)
    .execute()
}

/** Withdraws every personal link of a contact that works, and says how many there were. */
export async function withdrawLinksOf(db: Runner, workspaceId: string, contactId: string): Promise<number> {
  const done = await db
    .updateTable('personal_link')
    .set({ withdrawn_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('contact_id', '=', contactId)
    .where('withdrawn_at', 'is', null)
    .where((eb) => eb.or([eb('expires_at', 'is', null), eb('expires_at', '>', sql<Date>`now()`)]))
    .executeTakeFirst()
  return Number(done.numUpdatedRows)
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
