import { doerOf } from '@/server/access/member'
import { memberDownload } from '@/server/access/member_route'
import { sheetExportSchema } from '@/server/exports/asked'
import { takeSheet } from '@/server/link_sheets/takeSheet'

/** A link sheet as a file, with codes that work. */
export const GET = memberDownload('answer', sheetExportSchema, (member, asked) =>
  takeSheet(member.workspaceId, asked, doerOf(member)),
)
