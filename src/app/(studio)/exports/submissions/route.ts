import { submissionExportSchema } from '@/server/exports/asked'
import { context } from '@/server/context'
import { exportSubmissions } from '@/server/exports/submissions'
import { takeAlong } from '@/server/exports/takeAlong'
import { doerOf } from '@/server/access/member'
import { problem } from '@/server/problem'
import { memberDownload } from '@/server/access/member_route'

/** The arrivals that a member has filtered to, as a file. */
export const GET = memberDownload('people', submissionExportSchema, async (member, { format, ...asked }) => {
  const rows = await exportSubmissions(context().db, member.workspaceId, asked)
  return rows
    ? takeAlong(rows, format, member.workspaceId, doerOf(member))
    : problem(404, 'One of the columns is not there any more. Choose them again.')
})
