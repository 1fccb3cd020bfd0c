import { sql } from 'kysely'
import type { Runner } from '../database'

/** For how many days a browser knows somebody again. */
export const REMEMBERED = 365

/** A browser that is to know somebody again. */
export interface NewBrowser {
  workspaceId: string
  id: string
  contact: string
  formId: string
  /** When they wished it; `null` for now. */
  at: Date | null
}

/** Has a browser know somebody again; one that does already goes on as it is. */
export async function rememberBrowser(db: Runner, { workspaceId, id, contact, formId, at }: NewBrowser): Promise<void> {
  await db
    .insertInto('remembered_browser')
    .values({
      workspace_id: workspaceId,
      id,
      contact_id: contact,
      form_id: formId,
      created_at: sql<Date>`coalesce(${at}::timestamptz, now())`,
      expires_at: sql<Date>`coalesce(${at}::timestamptz, now()) + make_interval(days => ${REMEMBERED})`,
    })
    .onConflict((conflict) => conflict.columns(['workspace_id', 'id']).doNothing())
    .execute()
}

/** Whose a browser is that is remembered and has not been withdrawn, by its id; whoever was merged is who they are now. */
export const heldByBrowser = (workspaceId: string, id: string) => sql`(
    select coalesce(had.merged_into, had.id) from remembered_browser browser
    join record had on had.id = browser.contact_id
    where browser.workspace_id = ${workspaceId} and browser.id = ${id}
      and browser.withdrawn_at is null and browser.expires_at > now())`

/** The browsers that know somebody, or did, newest first. */
export async function listBrowsers(db: Runner, workspaceId: string, contactId: string) {
  return db
    .selectFrom('remembered_browser as browser')
    .innerJoin('form', 'form.id', 'browser.form_id')
    .select([
      'browser.id',
      'form.name as formName',
      'browser.created_at as createdAt',
      'browser.expires_at as expiresAt',
      'browser.withdrawn_at as withdrawnAt',
      'browser.by_visitor as byVisitor',
    ])
    .select(sql<boolean>`browser.withdrawn_at is null and browser.expires_at > now()`.as('knows'))
    .select(
      sql<Date | null>`(select max(last_at) from visit where visit.browser_id = browser.id and not visit.is_test)`.as(
        'seenAt',
      ),
    )
    .where('browser.workspace_id', '=', workspaceId)
    .where(ofPerson(contactId))
    .orderBy('browser.created_at', 'desc')
    .orderBy('browser.id')
    .limit(50)
    .execute()
}

/** Browsers of somebody, or of whoever was merged into them. */
const ofPerson = (contactId: string) =>
  sql<boolean>`contact_id in (select id from record where id = ${contactId} or merged_into = ${contactId})`

/** Marks browsers of a workspace as withdrawn, of those that know somebody: in them everybody is a stranger from now on. */
const withdraw = (db: Runner, workspaceId: string, byVisitor: boolean) =>
  db
    .updateTable('remembered_browser')
    .set({ withdrawn_at: sql<Date>`now()`, by_visitor: byVisitor })
    .where('workspace_id', '=', workspaceId)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', sql<Date>`now()`)

/** Withdraws a browser, if it knew somebody. */
export async function withdrawBrowser(db: Runner, workspaceId: string, id: string, byVisitor: boolean) {
  const done = await withdraw(db, workspaceId, byVisitor).where('id', '=', id).executeTakeFirst()
  return done.numUpdatedRows > 0n
}

/** Withdraws every browser that knows somebody, if there is one. */
export async function withdrawBrowsersOf(db: Runner, workspaceId: string, contactId: string) {
  const done = await withdraw(db, workspaceId, false).where(ofPerson(contactId)).executeTakeFirst()
  return done.numUpdatedRows > 0n
}

/** Whether a submission was sent in a browser that remembered somebody. */
export const isOfBrowser = sql<boolean>`exists (
  select from visit mine where mine.browser_id is not null
    and mine.form_id = submission.form_id and mine.id = submission.visit_id)`
