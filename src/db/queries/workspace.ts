import { sql } from 'kysely'
import type { RecordField, RecordType } from '@/core/fields/field'
import type { Desk } from '@/core/dispatch/desk'
import { rightsOf } from '@/core/rights/role'
import type { ListInfo, Owner } from '@/core/records/record'
import type { Destinations } from '@/core/examine/outcomes'
import type { Connection } from '@/core/dispatch/connection'
import { asJson, type Runner } from '../database'
import { readConnections } from './connections'
import { ownHosts } from './hosts'

export interface WorkspaceResources {
  workspace: {
    name: string
    mailDomain: string
    timeZone: string
    /** The host name of its own that links are made with. */
    host: string | null
    /** Every host name of its own. */
    hosts: string[]
  }
  fields: RecordField[]
  lists: ListInfo[]
  desks: Desk[]
  /** Whoever can see to records, by name. */
  members: Owner[]
  connections: Connection[]
}

export async function readResources(db: Runner, workspaceId: string): Promise<WorkspaceResources> {
  const [workspace, fields, lists, desks, all, connections] = await Promise.all([
    db
      .selectFrom('workspace')
      .select(['name', 'mail_domain', 'time_zone', 'host', ownHosts.as('hosts')])
      .where('id', '=', workspaceId)
      .executeTakeFirstOrThrow(),
    db
      .selectFrom('record_field')
      .select(['record', 'name', 'label', 'type', 'options', 'retired'])
      .where('workspace_id', '=', workspaceId)
      .orderBy('position')
      .orderBy('name')
      .execute(),
    db
      .selectFrom('list')
      .select(['name', 'title', 'confirm'])
      .where('workspace_id', '=', workspaceId)
      .orderBy('title')
      .execute(),
    db
      .selectFrom('desk')
      .select(['name', 'title', 'addresses', 'hours', 'owners', 'turn'])
      .where('workspace_id', '=', workspaceId)
      .orderBy('title')
      .execute(),
    listMembers(db, workspaceId),
    readConnections(db, workspaceId),
  ])
  // Whoever may not see people can see to none.
  const members = all.flatMap(({ id, name, role }) => (rightsOf(role).has('people') ? [{ id, name }] : []))
  return {
    workspace: {
      name: workspace.name,
      mailDomain: workspace.mail_domain,
      timeZone: workspace.time_zone,
      host: workspace.host,
      hosts: workspace.hosts,
    },
    fields,
    lists,
    // Whoever has left owns nothing that comes.
    desks: desks.map((desk) => ({
      ...desk,
      owners: desk.owners.flatMap((id) => members.find((member) => member.id === id) ?? []),
    })),
    members,
    connections,
  }
}

/** The same with where visitors of its forms may go on to: what a draft is examined by. */
export async function readResourcesAndDestinations(
  db: Runner,
  workspaceId: string,
): Promise<WorkspaceResources & { destinations: Destinations }> {
  const [resources, forms, sites] = await Promise.all([
    readResources(db, workspaceId),
    db
      .selectFrom('form')
      .select(['slug', 'name', sql<boolean>`live_release_id is not null and state = 'open'`.as('live')])
      .select(
        sql<
          string[]
        >`array(select other.slug from form_address as other where form_id = form.id and other.slug <> form.slug)`.as(
          'before',
        ),
      )
      .where('workspace_id', '=', workspaceId)
      .where('state', '!=', 'deleted')
      .orderBy('name')
      .execute(),
    readSites(db, workspaceId),
  ])
  return { ...resources, destinations: { forms, sites } }
}

/** Sites that visitors may be sent on to. */
export async function readSites(db: Runner, workspaceId: string): Promise<string[]> {
  const { sites } = await db
    .selectFrom('workspace')
    .select('sites')
    .where('id', '=', workspaceId)
    .executeTakeFirstOrThrow()
  return sites
}

export async function writeSites(db: Runner, workspaceId: string, sites: string[]): Promise<void> {
  await db.updateTable('workspace').set({ sites }).where('id', '=', workspaceId).execute()
}

/** Makes a field, or changes one; says whether it is new. It stands after the others of its record. */
export async function saveField(db: Runner, workspaceId: string, field: RecordField): Promise<void> {
  const { record, name, ...rest } = field
  const change = { ...rest, options: asJson(rest.options) }
  await db
    .insertInto('record_field')
    .values((eb) => ({
      workspace_id: workspaceId,
      record,
      name,
      ...change,
      position: eb
        .selectFrom('record_field as other')
        .select(sql<number>`coalesce(max(position), 0) + 1`.as('next'))
        .where('other.workspace_id', '=', workspaceId)
        .where('other.record', '=', record),
    }))
    .onConflict((conflict) => conflict.columns(['workspace_id', 'record', 'name']).doUpdateSet(change))
    .execute()
}

/** Puts the fields of a record in this order; names that are not there change nothing. */
export async function orderFields(
  db: Runner,
  workspaceId: string,
  record: RecordType,
  names: readonly string[],
): Promise<void> {
  await sql`
    update record_field set position = place.n
    from unnest(${names}::text[]) with ordinality as place(name, n)
    where workspace_id = ${workspaceId} and record = ${record} and record_field.name = place.name
  `.execute(db)
}

/** Whether the database knows a time zone by this name. */
export async function knowsZone(db: Runner, name: string): Promise<boolean> {
  const { rows } = await sql`select from pg_timezone_names where name = ${name}`.execute(db)
  return rows.length > 0
}

export async function setTimeZone(db: Runner, workspaceId: string, zone: string): Promise<void> {
  await db.updateTable('workspace').set({ time_zone: zone }).where('id', '=', workspaceId).execute()
}

export async function saveDesk(db: Runner, workspaceId: string, desk: Desk): Promise<void> {
  const { name, title, addresses, owners = [] } = desk
  const set = { title, addresses, owners: owners.map(({ id }) => id), hours: desk.hours ? asJson(desk.hours) : null }
  await db
    .insertInto('desk')
    .values({ workspace_id: workspaceId, name, ...set })
    .onConflict((conflict) => conflict.columns(['workspace_id', 'name']).doUpdateSet(set))
    .execute()
}

export async function addList(db: Runner, workspaceId: string, { name, title, confirm }: ListInfo): Promise<boolean> {
  const added = await db
    .insertInto('list')
    .values({ workspace_id: workspaceId, name, title, confirm: confirm ? asJson(confirm) : null })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst()
  return added.numInsertedOrUpdatedRows === 1n
}

/** Everybody of a workspace, by name. */
export const listMembers = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('member')
    .innerJoin('user', 'user.id', 'member.user_id')
    .select(['user.id', 'user.name', 'member.role'])
    .where('member.workspace_id', '=', workspaceId)
    .orderBy('user.name')
    .execute()

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
    .orderBy((eb) => eb('member.role', '=', 'owner'), 'desc')
    .orderBy('user.id')
    .limit(1)
    .executeTakeFirst()
  return owner ?? null
}

/** Counts what owners at desks were given in turn. */
export async function advanceTurns(db: Runner, workspaceId: string, turns: ReadonlyMap<string, number>): Promise<void> {
  for (const [name, taken] of turns)
    await db
      .updateTable('desk')
      .set((eb) => ({ turn: eb('turn', '+', taken) }))
      .where('workspace_id', '=', workspaceId)
      .where('name', '=', name)
      .execute()
}
