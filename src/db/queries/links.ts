import { sql } from 'kysely'
import type { Runner } from '../database'

/** What came of a personal link: visits are counted, one for each browser that opens it within a sitting. */
export interface LinkUse {
  opened: number
  /** In how many browsers, as far as they remember. */
  browsers: number
  begun: number
  sent: number
  /** Of what was sent, how much answered an address that is not the holder’s: it was passed on. */
  byOthers: number
}

const USED = sql<LinkUse>`(
    select json_build_object('opened', count(*), 'browsers', count(*) filter (where new_browser), 'begun', count(began_at), 'sent', count(sent_at),
      'byOthers', count(*) filter (where sent.contact_id <> personal_link.contact_id))
    from visit left join submission sent on sent.form_id = visit.form_id and sent.visit_id = visit.id
    where visit.link_id = personal_link.id and not visit.is_test)`

/** Whether a link is of a sheet that was withdrawn: its links are marked one after the other, and work no more at once. */
export const isOfWithdrawn = (link: string) =>
  sql<boolean>`exists (select from link_sheet sheet where sheet.id = ${sql.ref(`${link}.sheet_id`)} and sheet.state = 'withdrawn')`

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
    .select(
      sql<boolean>`withdrawn_at is null and coalesce(expires_at > now(), true) and not ${isOfWithdrawn('personal_link')}`.as(
        'works',
      ),
    )
    .select(USED.as('used'))
    .where('personal_link.workspace_id', '=', workspaceId)
    .where('personal_link.contact_id', '=', contactId)
    .orderBy('personal_link.created_at', 'desc')
    .orderBy('personal_link.id')
    .limit(50)
    .execute()
}

/** Marks links of a workspace as withdrawn, of those that are not: whoever holds one is a stranger from now on. */
const withdraw = (db: Runner, workspaceId: string) =>
  db
    .updateTable('personal_link')
    .set({ withdrawn_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('withdrawn_at', 'is', null)

/** Withdraws a personal link, if it was not before. */
export async function withdrawLink(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const done = await withdraw(db, workspaceId).where('id', '=', id).executeTakeFirst()
  return done.numUpdatedRows > 0n
}

/** Withdraws every personal link of a contact that works, if there is one. */
export async function withdrawLinksOf(db: Runner, workspaceId: string, contactId: string): Promise<boolean> {
  const done = await withdraw(db, workspaceId)
    .where('contact_id', '=', contactId)
    .where((eb) => eb.or([eb('expires_at', 'is', null), eb('expires_at', '>', sql<Date>`now()`)]))
    .executeTakeFirst()
  return done.numUpdatedRows > 0n
}

/** In how many browsers the personal link had been opened that a submission was sent by; 0 where it was sent by none. */
export const browsersOfLink = sql<number>`(
  select count(*)::int from visit mine join visit seen on seen.link_id = mine.link_id and seen.new_browser and not seen.is_test
  where submission.link_holder is not null and mine.form_id = submission.form_id and mine.id = submission.visit_id)`
