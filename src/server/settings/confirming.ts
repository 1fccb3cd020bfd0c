import { findUnfitText } from '@/core/dispatch/ask_to_confirm'
import type { ListWordings } from '@/core/records/list_words'
import type { ListInfo } from '@/core/records/record'
import type { Db } from '@/db/database'
import { setConfirming as writeConfirming } from '@/db/queries/confirming'
import { readResources } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'
import { forgetLiveForms } from '../forms/live'

/** Says how a list is confirmed by mail, and in which words; `null` where a consent is enough. */
export async function setConfirming(
  db: Db,
  workspaceId: string,
  name: string,
  confirm: ListWordings | null,
): Promise<Done<ListInfo>> {
  const texts = Object.values(confirm ?? {}).flatMap((words) => (words ? Object.values(words) : []))
  const unfit = texts.map(findUnfitText).find((why) => why !== null)
  if (unfit) return notDone(422, `${unfit}.`)
  const isThere = await writeConfirming(db, workspaceId, name, confirm)
  const list = (await readResources(db, workspaceId)).lists.find((one) => one.name === name)
  if (!isThere || !list) return notDone(404, 'There is no such list.')
  forgetLiveForms()
  return done(list)
}
