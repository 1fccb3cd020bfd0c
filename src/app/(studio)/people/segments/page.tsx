import { listSegments } from '@/db/queries/segments'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readAround } from '@/studio/segments/read_around'
import { Segments } from '@/studio/segments/segments'

export const metadata = { title: 'Segments' }

export default memberPage('people', async ({ workspaceId }) => {
  const segments = await listSegments(context().db, workspaceId)
  return <Segments segments={segments} around={await readAround(workspaceId, segments)} />
})
