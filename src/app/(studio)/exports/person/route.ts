import { doerOf } from '@/server/access/member'
import { memberDownload } from '@/server/access/member_route'
import { personExportSchema } from '@/server/exports/asked'
import { writePerson } from '@/server/exports/person/write'

/** All that is kept of one person, as a file. */
export const GET = memberDownload('people', personExportSchema, (member, { format, id }) =>
  writePerson(member.workspaceId, id, format, doerOf(member)),
)
