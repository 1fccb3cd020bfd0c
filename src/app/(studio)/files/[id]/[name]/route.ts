import { z } from 'zod'
import { memberRoute } from '@/server/access/member_route'
import { downloadFile } from '@/server/files/download'
import { problem } from '@/server/problem'

/** A file that came with a submission or is kept with an entry. */
export const GET = memberRoute<{ id: string; name: string }>('people', async ({ workspaceId }, _, { id }) =>
  z.uuid().safeParse(id).success ? downloadFile(workspaceId, id) : problem(404, 'There is no such file.'),
)
