import type { Doer } from '@/core/changes/cause'
import { leaveCause } from '../changes/leaveCause'
import { context } from '../context'
import type { Export } from './rows'
import { writeExport } from './write'

/** Gives a list as a file, and keeps who took it along. */
export async function takeAlong(
  rows: Export,
  format: Parameters<typeof writeExport>[1],
  workspaceId: string,
  by: Doer,
): Promise<Response> {
  await leaveCause(context().db, workspaceId, by, 'takeAlong', `${rows.name}, ${format}`)
  return writeExport(rows, format)
}
