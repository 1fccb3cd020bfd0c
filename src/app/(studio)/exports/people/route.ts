import { peopleExportSchema } from '@/server/exports/asked'
import { context } from '@/server/context'
import { exportPeople } from '@/server/exports/rows'
import { takeAlong } from '@/server/exports/takeAlong'
import { doerOf } from '@/server/access/member'
import { memberDownload } from '@/server/access/member_route'

/** The people that a member has filtered to, as a file. */
export const GET = memberDownload('people', peopleExportSchema, async (member, { format, ...filter }) =>
  takeAlong(await exportPeople(context().db, member.workspaceId, filter), format, member.workspaceId, doerOf(member)),
)
