import { doerOf } from '@/server/access/member'
import { memberDownload } from '@/server/access/member_route'
import { context } from '@/server/context'
import { membersExportSchema } from '@/server/exports/asked'
import { exportMembers } from '@/server/exports/members'
import { takeAlong } from '@/server/exports/takeAlong'
import { problem } from '@/server/problem'

/** Everybody on a list, with the evidence of their consent, as a file. */
export const GET = memberDownload('people', membersExportSchema, async (member, { format, list }) => {
  const rows = await exportMembers(context().db, member.workspaceId, { list })
  return rows ? takeAlong(rows, format, member.workspaceId, doerOf(member)) : problem(404, 'There is no such list.')
})
