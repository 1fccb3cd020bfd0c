import { sql } from 'kysely'
import type { Db, Runner } from '../database'
import { lockNames } from './clock'

export interface StoredHost {
  name: string
  /** When it was shown that the name is the workspace’s; `null` for not yet. */
  provenAt: Date | null
}

/** The host names of a workspace, and which of them links are made with; `null` for the installation’s own. */
export async function readHosts(
  db: Runner,
  workspaceId: string,
): Promise<{ hosts: StoredHost[]; chosen: string | null }> {
  const [hosts, chosen] = await Promise.all([
    db
      .selectFrom('host')
      .select(['name', 'proven_at as provenAt'])
      .where('workspace_id', '=', workspaceId)
      .orderBy('name')
      .execute(),
    readChosenHost(db, workspaceId),
  ])
  return { hosts, chosen }
}

/** The host name that a workspace’s links are made with; `null` for the installation’s own. */
export async function readChosenHost(db: Runner, workspaceId: string): Promise<string | null> {
  const { host } = await db
    .selectFrom('workspace')
    .select('host')
    .where('id', '=', workspaceId)
    .executeTakeFirstOrThrow()
  return host
}

/** The host names of a workspace that are shown to be its own, beside a query of it. */
export const ownHosts = sql<string[]>`
  array(select name from host where workspace_id = workspace.id and proven_at is not null order by name)`

/** Every host name that is somebody’s, with whose it is. */
export const listProvenHosts = (db: Runner) =>
  db.selectFrom('host').select(['name', 'workspace_id as workspaceId']).where('proven_at', 'is not', null).execute()

/** Adds a name that is yet to be shown to be theirs, unless there are as many as there may be; says whether it is new. */
export async function addHost(
  db: Runner,
  workspaceId: string,
  name: string,
  most: number,
): Promise<'added' | 'there is one' | 'too many'> {
  const { hosts } = await readHosts(db, workspaceId)
  if (hosts.some((host) => host.name === name)) return 'there is one'
  if (hosts.length >= most) return 'too many'
  await db
    .insertInto('host')
    .values({ workspace_id: workspaceId, name })
    .onConflict((conflict) => conflict.doNothing())
    .execute()
  return 'added'
}

/** Notes that a name was shown to be a workspace’s: whoever had it before has it no more. Gives when; `null` where it was dropped. */
export const markProven = (db: Db, workspaceId: string, name: string): Promise<Date | null> =>
  db.transaction().execute(async (tx) => {
    await lockNames(tx, [`host ${name}`])
    await tx
      .updateTable('host')
      .set({ proven_at: null })
      .where('name', '=', name)
      .where('workspace_id', '<>', workspaceId)
      .execute()
    await tx
      .updateTable('workspace')
      .set({ host: null })
      .where('host', '=', name)
      .where('id', '<>', workspaceId)
      .execute()
    const proven = await tx
      .updateTable('host')
      .set({ proven_at: sql<Date>`now()` })
      .where('workspace_id', '=', workspaceId)
      .where('name', '=', name)
      .returning('proven_at')
      .executeTakeFirst()
    return proven?.proven_at ?? null
  })

/** Makes links with this name, where it is shown to be theirs, or with the installation’s; says whether it does. */
export const chooseHost = (db: Db, workspaceId: string, name: string | null): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    if (name !== null) {
      await lockNames(tx, [`host ${name}`])
      const { hosts } = await readHosts(tx, workspaceId)
      if (!hosts.some((host) => host.name === name && host.provenAt !== null)) return false
    }
    await tx.updateTable('workspace').set({ host: name }).where('id', '=', workspaceId).execute()
    return true
  })

/** Drops a name; where links were made with it, they are made with the installation’s. Says whether there was one. */
export async function dropHost(db: Runner, workspaceId: string, name: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('host')
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .executeTakeFirst()
  return numDeletedRows === 1n
}
