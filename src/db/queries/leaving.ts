import { sql } from 'kysely'
import type { Runner } from '../database'

/** Somebody who may leave lists: the contact by id, or whom they are part of by now, and what they are on. */
export interface Leaving {
  contact: string
  workspace: string
  workspaceName: string
  lists: { name: string; title: string }[]
}

/** Whoever has such an address; `null` where they are kept no more. */
export async function findLeaving(db: Runner, contact: string): Promise<Leaving | null> {
  const { rows } = await sql<Leaving>`
    select contact.id as contact, workspace.id as workspace, workspace.name as "workspaceName", (
        select coalesce(json_agg(json_build_object('name', list.name, 'title', list.title) order by list.title), '[]')
        from list_membership m join list on list.workspace_id = m.workspace_id and list.name = m.list
        where m.contact_id = contact.id) as lists
    from record given
    join record contact on contact.id = coalesce(given.merged_into, given.id)
    join workspace on workspace.id = contact.workspace_id
    where given.id = ${contact} and given.type = 'contact' and contact.gone_by is null
  `.execute(db)
  return rows[0] ?? null
}

/** What somebody agreed to when they joined lists that they are on. */
export const readWordings = (db: Runner, workspaceId: string, contact: string, lists: readonly string[]) =>
  db
    .selectFrom('list_membership')
    .select(['list', 'wording'])
    .where('workspace_id', '=', workspaceId)
    .where('contact_id', '=', contact)
    .where('list', '=', sql<string>`any(${lists}::text[])`)
    .orderBy('list')
    .execute()

/** Lists that somebody left by themselves and is not on by now, the latest first. */
export const listLeft = (db: Runner, workspaceId: string, contact: string) =>
  db
    .selectFrom('list_left')
    .innerJoin('list', (join) =>
      join.onRef('list.workspace_id', '=', 'list_left.workspace_id').onRef('list.name', '=', 'list_left.list'),
    )
    .select(['list_left.list', 'list.title', 'list_left.reason', 'list_left.left_at as leftAt'])
    .where('list_left.workspace_id', '=', workspaceId)
    .where('list_left.contact_id', '=', contact)
    .orderBy('list_left.left_at', 'desc')
    .execute()
