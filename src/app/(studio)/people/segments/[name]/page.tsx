import { notFound } from 'next/navigation'
import { findSegment } from '@/db/queries/segments'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readAround } from '@/studio/segments/read_around'
import { SegmentEditor } from '@/studio/segments/segment'

export const metadata = { title: 'Segment' }

export default memberPage('people', async ({ workspaceId }, { params: { name = '' }, search: { ask } }) => {
  const segment = name === 'new' ? null : await findSegment(context().db, workspaceId, name)
  if (segment === null && name !== 'new') notFound()
  const asked = (ask ?? '').split(',').filter(Boolean)
  const around = await readAround(workspaceId, segment ? [segment] : [], asked)
  return <SegmentEditor key={name} segment={segment} around={around} />
})
