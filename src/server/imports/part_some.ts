import type { Caused, Doer } from '@/core/changes/cause'
import { asJson, type Db, type Runner } from '@/db/database'
import { markUndone } from '@/db/queries/causes'
import { holdImport, moveImport } from '@/db/queries/imports'
import { inTurn } from '../changes/inTurn'
import { countLeft, partNext } from '../changes/partNext'

/** Puts back what an import did to the next records, people before the companies they belong to; `false` once there are no more. */
export async function partSome(db: Db, id: string): Promise<boolean> {
  const held = await holdImport(db, id)
  return held ? inTurn(db, held.workspace_id, (tx, now) => partNow(tx, id, now)) : false
}

async function partNow(tx: Runner, id: string, at: Date): Promise<boolean> {
  const held = await holdImport(tx, id)
  if (held?.state !== 'parting' || held.put_back_by === null) return false
  const { workspace_id: workspaceId, put_back_by: cause, left_over: before } = held
  const by: Doer = { sort: 'member', id: held.member_id ?? '', name: held.who }
  const caused: Caused = { id: cause, workspaceId, cause: { sort: 'put back', by, of: id }, about: held.name, at }
  const parted = await partNext(tx, id, caused, { companies: held.parts_companies, after: held.parted_to }, false)
  if (!parted) {
    await moveImport(tx, workspaceId, id, ['parting'], { state: 'parted' })
    if (Object.keys(before).length === 0) await markUndone(tx, workspaceId, id, cause)
    return false
  }
  return moveImport(tx, workspaceId, id, ['parting'], {
    parts_companies: parted.next.companies,
    parted_to: parted.next.after,
    place: held.place + parted.records,
    left_over: asJson(countLeft(before, parted.left)),
  })
}
