import type { Connection } from '@/core/dispatch/connection'
import type { TargetName } from '@/core/dispatch/targets/bodies'
import { asJson, type Runner } from '../database'
import type { Tried } from '../schema_of_settings'

const SHOWN = ['name', 'title', 'target', 'settings', 'every_form as everyForm', 'retired'] as const

/** The connections of a workspace, by title, without their secrets. */
export const readConnections = (db: Runner, workspaceId: string): Promise<Connection[]> =>
  db
    .selectFrom('connection')
    .select(SHOWN)
    .where('workspace_id', '=', workspaceId)
    .orderBy('title')
    .orderBy('name')
    .execute()

/** The same with when each was made and what came back when it was last tried. */
export const listConnections = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('connection')
    .select([...SHOWN, 'tried'])
    .where('workspace_id', '=', workspaceId)
    .orderBy('retired')
    .orderBy('title')
    .orderBy('name')
    .execute()

/** A connection with its secrets, sealed. */
export interface StoredConnection extends Connection {
  secrets: Buffer | null
}

export const findConnection = (db: Runner, workspaceId: string, name: string): Promise<StoredConnection | undefined> =>
  db
    .selectFrom('connection')
    .select([...SHOWN, 'secrets'])
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .executeTakeFirst()

/** The first connection of a target that works: for deliveries that were planned before there was any. */
export const findConnectionTo = (
  db: Runner,
  workspaceId: string,
  target: TargetName,
): Promise<StoredConnection | undefined> =>
  db
    .selectFrom('connection')
    .select([...SHOWN, 'secrets'])
    .where('workspace_id', '=', workspaceId)
    .where('target', '=', target)
    .where('retired', '=', false)
    .orderBy('created_at')
    .executeTakeFirst()

/** Makes a connection; `false` where somebody just made one of that name. */
export async function insertConnection(
  db: Runner,
  workspaceId: string,
  { everyForm, settings, ...connection }: StoredConnection,
): Promise<boolean> {
  const added = await db
    .insertInto('connection')
    .values({ workspace_id: workspaceId, every_form: everyForm, settings: asJson(settings), ...connection })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst()
  return added.numInsertedOrUpdatedRows === 1n
}

export async function updateConnection(
  db: Runner,
  workspaceId: string,
  { name, title, settings, secrets, everyForm, retired }: StoredConnection,
): Promise<void> {
  await db
    .updateTable('connection')
    .set({ title, settings: asJson(settings), secrets, every_form: everyForm, retired })
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .execute()
}

export async function noteTried(db: Runner, workspaceId: string, name: string, tried: Tried): Promise<void> {
  await db
    .updateTable('connection')
    .set({ tried: asJson(tried) })
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .execute()
}
