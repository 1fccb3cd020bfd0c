import { sql } from 'kysely'
import { ANSWERED_WITHIN } from '@/core/records/consent'
import type { ListWordings } from '@/core/records/list_words'
import type { Sender } from '@/core/dispatch/messages'
import type { Runner } from '../database'

/** A list that somebody is asked to confirm. */
interface AskedList {
  name: string
  title: string
  confirm: ListWordings | null
  wording: string
}

/** What one mail asks: whom, and which lists it is about. */
export interface Asked {
  ask: string
  workspace: string
  contact: string
  address: string
  /** The workspace, as its mails come from it. */
  from: Sender
  lists: AskedList[]
}

/** What is asked still by such a mail; `null` once it was answered, and after its time. */
export async function findAsked(db: Runner, ask: string): Promise<Asked | null> {
  const { rows } = await sql<Asked>`
    select pending.ask_id as ask, pending.workspace_id as workspace, contact.id as contact,
      min(pending.address) as address,
      json_build_object('name', workspace.name, 'mailDomain', workspace.mail_domain) as "from",
      json_agg(json_build_object('name', list.name, 'title', list.title, 'confirm', list.confirm,
        'wording', pending.wording) order by list.title) as lists
    from list_pending pending
    join record contact on contact.id = pending.contact_id and contact.gone_by is null
    join list on list.workspace_id = pending.workspace_id and list.name = pending.list
    join workspace on workspace.id = pending.workspace_id
    where pending.ask_id = ${ask} and pending.asked_at > now() - make_interval(days => ${ANSWERED_WITHIN})
    group by pending.ask_id, pending.workspace_id, contact.id, workspace.name, workspace.mail_domain
  `.execute(db)
  return rows[0] ?? null
}

/** All that contacts are asked to confirm, the latest first, also what was asked long ago. */
export const listPending = (db: Runner, workspaceId: string, contacts: readonly string[]) =>
  db
    .selectFrom('list_pending as pending')
    .innerJoin('list', (join) =>
      join.onRef('list.workspace_id', '=', 'pending.workspace_id').onRef('list.name', '=', 'pending.list'),
    )
    .select([
      'pending.contact_id as contact',
      'pending.ask_id as ask',
      'pending.list',
      'list.title',
      'pending.wording',
      'pending.address',
    ])
    .select(['pending.locale', 'pending.asked_at as askedAt', 'pending.submission_id as submission'])
    .select(hasLapsed.as('lapsed'))
    .where('pending.workspace_id', '=', workspaceId)
    .where('pending.contact_id', '=', sql<string>`any(${contacts}::uuid[])`)
    .orderBy('pending.asked_at', 'desc')
    .execute()

export type Pending = Awaited<ReturnType<typeof listPending>>[number]

/** Whether what was asked can be answered no more. */
export const hasLapsed = sql<boolean>`(pending.asked_at <= now() - make_interval(days => ${ANSWERED_WITHIN}))`

/** Contacts that were asked to confirm a list a day ago or longer, and not since, the latest first. */
export async function listUnanswered(db: Runner, workspaceId: string, list: string, most: number): Promise<string[]> {
  const { rows } = await sql<{ contact: string }>`
    select pending.contact_id as contact from list_pending pending
    join record contact on contact.id = pending.contact_id and contact.gone_by is null
    where pending.workspace_id = ${workspaceId} and pending.list = ${list}
    group by pending.contact_id having max(pending.asked_at) < now() - interval '1 day'
    order by max(pending.asked_at) desc, pending.contact_id limit ${most}
  `.execute(db)
  return rows.map(({ contact }) => contact)
}

/** Of several askings for one list, the latest. */
export const eachLatest = <P extends { list: string }>(pending: readonly P[]): P[] =>
  pending.filter((one, place) => pending.findIndex(({ list }) => list === one.list) === place)

/** Says how a list asks to be confirmed; `null` where a consent is enough. Gives whether there is such a list. */
export async function setConfirming(
  db: Runner,
  workspaceId: string,
  list: string,
  confirm: ListWordings | null,
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('list')
    .set({ confirm: confirm && JSON.stringify(confirm) })
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', list)
    .executeTakeFirst()
  return numUpdatedRows === 1n
}

/** Every consent that contacts gave, the latest first, also to lists that they have left. */
export const listConsents = (db: Runner, workspaceId: string, contacts: readonly string[]) =>
  db
    .selectFrom('list_consent as consent')
    .innerJoin('list', (join) =>
      join.onRef('list.workspace_id', '=', 'consent.workspace_id').onRef('list.name', '=', 'consent.list'),
    )
    .leftJoin('form', 'form.id', 'consent.form_id')
    .select(['list.title', 'consent.wording', 'consent.address', 'consent.proven', 'consent.origin'])
    .select(['form.name as form', 'consent.release', 'consent.asked_at as askedAt', 'consent.given_at as givenAt'])
    .where('consent.workspace_id', '=', workspaceId)
    .where('consent.contact_id', 'in', contacts)
    .orderBy('consent.given_at', 'desc')
    .execute()
