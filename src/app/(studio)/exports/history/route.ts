import { doerOf } from '@/server/access/member'
import { memberDownload } from '@/server/access/member_route'
import { context } from '@/server/context'
import { historyExportSchema } from '@/server/exports/asked'
import { exportHistory } from '@/server/exports/rows'
import { takeAlong } from '@/server/exports/takeAlong'

/** The part of History that a member has filtered to, as a file. */
export const GET = memberDownload('people', historyExportSchema, async (member, { format, ...filter }) =>
  takeAlong(await exportHistory(context().db, member.workspaceId, filter), format, member.workspaceId, doerOf(member)),
)
