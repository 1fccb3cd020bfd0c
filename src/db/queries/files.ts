import { type RawBuilder, sql } from 'kysely'
import type { Runner } from '../database'
import type { Removed } from './keeping'

export interface NewFile {
  id: string
  workspace_id: string
  form_id: string
  visit_id: string
  question: string
  name: string
  bytes: number
}

/** How much may lie about that was not sent: files of one visit, and bytes of one form. */
export interface Room {
  files: number
  bytes: number
}

/** What of a form has come and was not sent, in bytes: what is only claimed takes no room from anybody. */
const receivedOf = (formId: RawBuilder<unknown>) =>
  sql`(select coalesce(sum(received), 0) from file where form_id = ${formId} and submission_id is null and not gone)`

/** Notes that a file is going to come, unless there is no room for it; tells whether it was noted. */
export async function beginFile(db: Runner, file: NewFile, room: Room): Promise<boolean> {
  const { rows } = await sql`
    insert into file (id, workspace_id, form_id, visit_id, question, name, bytes)
    select ${file.id}::uuid, ${file.workspace_id}::uuid, ${file.form_id}::uuid, ${file.visit_id}::uuid,
      ${file.question}, ${file.name}, ${file.bytes}::integer
    where ${receivedOf(sql`${file.form_id}::uuid`)} + ${file.bytes}::integer <= ${room.bytes} and ${room.files} > (
      select count(*) from file
      where form_id = ${file.form_id} and visit_id = ${file.visit_id} and submission_id is null and not gone
    )
    returning id
  `.execute(db)
  return rows.length > 0
}

/** Whether there is room for more of a file that is on its way. */
export async function hasRoom(db: Runner, id: string, bytes: number): Promise<boolean> {
  const { rows } = await sql`
    select from file coming where id = ${id} and ${receivedOf(sql`coming.form_id`)} < ${bytes}
  `.execute(db)
  return rows.length > 0
}

/** Notes how much of a file has come. */
export async function noteReceived(db: Runner, id: string, bytes: number): Promise<void> {
  await db.updateTable('file').set({ received: bytes }).where('id', '=', id).where('received', '<', bytes).execute()
}

/** A file that is on its way, or has come and was not sent with a form yet. */
export const findUnsent = (db: Runner, id: string) =>
  db
    .selectFrom('file')
    .select(['id', 'form_id as formId', 'visit_id as visitId', 'question', 'name', 'type'])
    .where('id', '=', id)
    .where('submission_id', 'is', null)
    .where('gone', '=', false)
    .executeTakeFirst()

/** Notes that a file is whole, of which type it is, and what it is called then. */
export async function finishFile(db: Runner, id: string, type: string, name: string): Promise<void> {
  await db
    .updateTable('file')
    .set({ type, name, received: sql<number>`bytes`, whole_at: sql<Date>`now()`, touched_at: sql<Date>`now()` })
    .where('id', '=', id)
    .execute()
}

/** Notes that a file is about to be removed, so that nobody counts on it any more; tells whether it may be, and was not before. */
export async function giveUpFile(db: Runner, id: string): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('file')
    .set({ gone: true })
    .where('id', '=', id)
    .where('submission_id', 'is', null)
    .where('gone', '=', false)
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

export async function forgetFile(db: Runner, id: string): Promise<void> {
  await db.deleteFrom('file').where('id', '=', id).where('gone', '=', true).execute()
}

/** Forgets files whose contents are gone; tells how many of each workspace. */
export async function forgetFiles(db: Runner, ids: readonly string[]): Promise<Removed[]> {
  const { rows } = await sql<Removed>`
    with forgotten as (delete from file where id = any(${ids}::uuid[]) and gone returning workspace_id)
    select workspace_id as workspace, count(*)::int as n from forgotten group by workspace_id
  `.execute(db)
  return rows
}

/**
 * Those of these files that came whole on a visit and were not sent yet; being asked for is a sign of life, so
 * that none is removed while the form is being sent.
 */
export const findWhole = (db: Runner, formId: string, visitId: string, ids: readonly string[]) =>
  db
    .updateTable('file')
    .set({ touched_at: sql<Date>`now()` })
    .where('id', '=', sql<string>`any(${ids}::uuid[])`)
    .where('form_id', '=', formId)
    .where('visit_id', '=', visitId)
    .where('whole_at', 'is not', null)
    .where('gone', '=', false)
    .returning(['id', 'question', 'name'])
    .execute()

/** Files that came with submissions, and have a name, a size and a type. */
export const readSent = (db: Runner, workspaceId: string, ids: readonly string[]) =>
  db
    .selectFrom('file')
    .select(['id', 'name', 'bytes', 'type'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', sql<string>`any(${ids}::uuid[])`)
    .where('submission_id', 'is not', null)
    .execute()

/** For how long a file may only be claimed, in minutes. */
const CLAIMED = 10

/**
 * Marks files of which nothing was heard for so many hours, and those of which nothing ever came for minutes; tells
 * them together with those marked before.
 */
export async function giveUpLeft(db: Runner, hours: number, most: number): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update file set gone = true where id in (
      select id from file
      where submission_id is null and (gone or (inlet_post_id is null and (
        touched_at < now() - make_interval(secs => ${hours * 3600})
        or (received = 0 and touched_at < now() - make_interval(mins => ${CLAIMED})))))
      order by touched_at limit ${most} for update skip locked
    )
    returning id
  `.execute(db)
  return rows.map(({ id }) => id)
}

/** Takes a file in hand for a request, for so many seconds; tells whether it was free, or this request's already. */
export async function holdFile(db: Runner, id: string, by: string, seconds: number): Promise<boolean> {
  const { rows } = await sql`
    update file set held_by = ${by}::uuid, held_until = clock_timestamp() + make_interval(secs => ${seconds}),
      touched_at = clock_timestamp()
    where id = ${id} and (held_by is null or held_by = ${by}::uuid or held_until < clock_timestamp())
    returning id
  `.execute(db)
  return rows.length > 0
}

export async function letGoOfFile(db: Runner, id: string, by: string): Promise<void> {
  await db
    .updateTable('file')
    .set({ held_by: null, held_until: null })
    .where('id', '=', id)
    .where('held_by', '=', by)
    .execute()
}

/** A file of a workspace that is whole, whether a form was sent with it or not yet. */
export const findOwnFile = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('file')
    .select(['id', 'name', 'bytes', 'type'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('whole_at', 'is not', null)
    .where('gone', '=', false)
    .executeTakeFirst()
