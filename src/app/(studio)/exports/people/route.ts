import { peopleExportSchema } from '@/server/exports/asked'
import { context } from '@/server/context'
import { exportPeople } from '@/server/exports/rows'
import { takeAlong } from '@/server/exports/takeAlong'
import { doerOf } from '@/server/access/member'
import { problem } from '@/server/problem'
import { NO_SEGMENT } from '@/server/settings/segments'
import { memberDownload } from '@/server/access/member_route'

/** The people that a member has filtered to, as a file. */
export const GET = memberDownload('people', peopleExportSchema, async (member, { format, ...filter }) => {
  const rows = await exportPeople(context().db, member.workspaceId, filter)
  return rows ? takeAlong(rows, format, member.workspaceId, doerOf(member)) : problem(404, NO_SEGMENT)
})
