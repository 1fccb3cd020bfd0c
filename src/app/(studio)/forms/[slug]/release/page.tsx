import { notFound } from 'next/navigation'
import { findForm, readReleases } from '@/db/queries/forms'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Release } from '@/studio/release/release'

export default memberPage('read', async ({ workspaceId }, { params: { slug = '' } }) => {
  const { db } = context()
  const form = await findForm(db, workspaceId, slug)
  if (!form) notFound()
  return <Release releases={await readReleases(db, form.id)} />
})
