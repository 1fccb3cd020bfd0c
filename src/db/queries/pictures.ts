import type { Runner } from '../database'

export interface NewPicture {
  id: string
  workspace_id: string
  name: string
  width: number
  height: number
}

export const addPicture = (db: Runner, picture: NewPicture) => db.insertInto('picture').values(picture).execute()

/** A picture, whoever's it is: what a form shows, everybody may see. */
export const findPicture = (db: Runner, id: string) =>
  db.selectFrom('picture').select(['id', 'width', 'height']).where('id', '=', id).executeTakeFirst()

/** Those of these pictures that a workspace has. */
export async function knownPictures(db: Runner, workspaceId: string, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return []
  const rows = await db
    .selectFrom('picture')
    .select('id')
    .where('workspace_id', '=', workspaceId)
    .where('id', 'in', ids)
    .execute()
  return rows.map(({ id }) => id)
}
