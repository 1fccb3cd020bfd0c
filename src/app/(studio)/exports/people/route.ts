import { peopleExportSchema } from '@/server/exports/asked'
import { context } from '@/server/context'
import { exportPeople } from '@/server/exports/rows'
import { writeExport } from '@/server/exports/write'
import { memberDownload } from '@/server/access/member_route'

/** The people that a member has filtered to, as a file. */
export const GET = memberDownload(peopleExportSchema, async ({ workspaceId }, { format, ...filter }) =>
  writeExport(await exportPeople(context().db, workspaceId, filter), format),
)
