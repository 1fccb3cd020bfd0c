import { submissionExportSchema } from '@/server/exports/asked'
import { context } from '@/server/context'
import { exportSubmissions } from '@/server/exports/rows'
import { writeExport } from '@/server/exports/write'
import { memberDownload } from '@/server/access/member_route'

/** The arrivals that a member has filtered to, as a file. */
export const GET = memberDownload(submissionExportSchema, async ({ workspaceId }, { format, ...filter }) =>
  writeExport(await exportSubmissions(context().db, workspaceId, filter), format),
)
