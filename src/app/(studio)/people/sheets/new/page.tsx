import { z } from 'zod'
import { listFormNames } from '@/db/queries/forms'
import { listSegments } from '@/db/queries/segments'
import { readResources } from '@/db/queries/workspace'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { NewSheet } from '@/studio/link_sheets/newSheet'

export const metadata = { title: 'New link sheet' }

const idsIn = z.preprocess((text) => String(text ?? '').split(','), z.array(z.uuid()).min(1).max(200))

export default memberPage('answer', async ({ workspaceId }, { search: { ids, all, search, owner, segment } }) => {
  const { db } = context()
  const [forms, segments, { lists }] = await Promise.all([
    listFormNames(db, workspaceId),
    listSegments(db, workspaceId),
    readResources(db, workspaceId),
  ])
  const chosen = idsIn.safeParse(ids)
  const given = chosen.success ? { ids: chosen.data } : all === undefined ? null : { all: { search, owner, segment } }
  const known = segments.map(({ name, title }) => ({ name, title }))
  return <NewSheet {...{ lists, given, segment }} forms={forms.filter(({ isLive }) => isLive)} segments={known} />
})
