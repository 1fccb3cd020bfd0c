import { z } from 'zod'
import { nameFrom } from '@/core/form/name_from'
import type { ListInfo } from '@/core/records/record'
import type { Db } from '@/db/database'
import { addList as insertList, readResources } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'
import { titleSchema } from './titles'

export const listSchema = z.strictObject({ title: titleSchema })

/** Makes a mailing list, named after its title. */
export async function addList(
  db: Db,
  workspaceId: string,
  { title }: z.output<typeof listSchema>,
): Promise<Done<ListInfo>> {
  const { lists } = await readResources(db, workspaceId)
  const list = {
    name: nameFrom(
      title,
      lists.map(({ name }) => name),
    ),
    title,
  }
  return (await insertList(db, workspaceId, list))
    ? done(list)
    : notDone(409, 'Somebody made a list of that name just now.')
}
