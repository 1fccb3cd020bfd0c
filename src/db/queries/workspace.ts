import type { Desk, ListInfo, RecordField } from '@/core/records/snapshot'
import type { Runner } from '../database'

export interface WorkspaceResources {
  workspace: { name: string; mailDomain: string }
  fields: RecordField[]
  lists: ListInfo[]
  desks: Desk[]
}

export async function readResources(db: Runner, workspaceId: string): Promise<WorkspaceResources> {
  const [workspace, fields, lists, desks] = await Promise.all([
    db.selectFrom('workspace').select(['name', 'mail_domain']).where('id', '=', workspaceId).executeTakeFirstOrThrow(),
    db
      .selectFrom('record_field')
      .select(['name', 'label'])
      .where('workspace_id', '=', workspaceId)
      .where('record', '=', 'contact')
      .orderBy('position')
      .orderBy('name')
      .execute(),
    db.selectFrom('list').select(['name', 'title']).where('workspace_id', '=', workspaceId).orderBy('title').execute(),
    db
      .selectFrom('desk')
      .select(['name', 'title', 'addresses'])
      .where('workspace_id', '=', workspaceId)
      .orderBy('title')
      .execute(),
  ])
  return { workspace: { name: workspace.name, mailDomain: workspace.mail_domain }, fields, lists, desks }
}

export async function addField(db: Runner, workspaceId: string, { name, label }: RecordField): Promise<boolean> {
  const added = await db
    .insertInto('record_field')
    .values({ workspace_id: workspaceId, name, label, position: 100 })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst()
  return added.numInsertedOrUpdatedRows === 1n
}

export async function saveDesk(db: Runner, workspaceId: string, desk: Desk): Promise<void> {
  await db
    .insertInto('desk')
    .values({ workspace_id: workspaceId, ...desk })
    .onConflict((conflict) =>
      conflict.columns(['workspace_id', 'name']).doUpdateSet({ title: desk.title, addresses: desk.addresses }),
    )
    .execute()
}

export async function addList(db: Runner, workspaceId: string, list: ListInfo): Promise<boolean> {
  const added = await db
    .insertInto('list')
    .values({ workspace_id: workspaceId, ...list })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst()
  return added.numInsertedOrUpdatedRows === 1n
}

/** The person told when no desk is: the form's owner, or the workspace's first member; `null` where it has none. */
export async function readOwner(
  db: Runner,
  workspaceId: string,
  ownerId: string | null,
): Promise<{ name: string; email: string } | null> {
  const owner = await db
    .selectFrom('member')
    .innerJoin('user', 'user.id', 'member.user_id')
    .select(['user.name', 'user.email'])
    .where('member.workspace_id', '=', workspaceId)
    .orderBy((eb) =>
      eb
        .case()
        .when('user.id', '=', ownerId ?? '')
        .then(0)
        .else(1)
        .end(),
    )
    .orderBy('user.id')
    .limit(1)
    .executeTakeFirst()
  return owner ?? null
}
