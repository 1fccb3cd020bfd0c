import { doerOf } from '@/server/access/member'
import { memberDownload } from '@/server/access/member_route'
import { context } from '@/server/context'
import { leftOutExportSchema } from '@/server/exports/asked'
import { exportLeftOut } from '@/server/exports/left_out'
import { takeAlong } from '@/server/exports/takeAlong'
import { problem } from '@/server/problem'

/** The rows of an import that were left out, as a file. */
export const GET = memberDownload('people', leftOutExportSchema, async (member, { format, ...asked }) => {
  const rows = await exportLeftOut(context().db, member.workspaceId, asked)
  return rows ? takeAlong(rows, format, member.workspaceId, doerOf(member)) : problem(404, 'There is no such import.')
})
