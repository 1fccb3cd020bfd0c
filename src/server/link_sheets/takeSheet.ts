import type { Doer } from '@/core/changes/cause'
import { context } from '../context'
import { takeAlong } from '../exports/takeAlong'
import { problem } from '../problem'
import { writeSheet } from './write_sheet'

/** Gives a link sheet as a file, and keeps who took it along. */
export async function takeSheet(
  workspaceId: string,
  { id, format }: { id: string; format: Parameters<typeof takeAlong>[1] },
  by: Doer,
): Promise<Response> {
  const written = await writeSheet(context(), workspaceId, id)
  return written.ok ? takeAlong(written.value, format, workspaceId, by) : problem(written.status, written.message)
}
