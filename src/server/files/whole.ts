import { findUnsent, findWhole } from '@/db/queries/files'
import { context } from '../context'
import type { LiveForm } from '../forms/live'
import { isWhole, NotTaken, settleFile } from './visit_file'

/**
 * Those of these files that have come whole on a visit and are what their questions take. One whose last bytes
 * came as we were killed is looked into now.
 */
export async function wholeFiles(live: LiveForm, visitId: string, ids: readonly string[]) {
  const { visitors: db } = context()
  const found = await findWhole(db, live.formId, visitId, ids)
  const late = ids.filter((id) => !found.some((file) => file.id === id))
  const settled: string[] = []
  for (const id of late) {
    const file = await findUnsent(db, id)
    if (file?.visitId === visitId && (await isWhole(id)) && (await settles(live, id))) settled.push(id)
  }
  const all = settled.length > 0 ? [...found, ...(await findWhole(db, live.formId, visitId, settled))] : found
  return new Map(all.map((file) => [file.id, file]))
}

async function settles(live: LiveForm, id: string): Promise<boolean> {
  try {
    await settleFile(live, String(live.number), id)
    return true
  } catch (error) {
    if (error instanceof NotTaken) return false
    throw error
  }
}
