import { notFound } from 'next/navigation'
import { findForm } from '@/db/queries/forms'
import { findPastRun } from '@/db/queries/past_runs'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readReleases } from '@/server/readout/readReleases'
import { Release } from '@/studio/release/release'

export default memberPage('read', async ({ workspaceId, rights }, { params: { slug = '' } }) => {
  const { db } = context()
  const form = await findForm(db, workspaceId, slug)
  if (!form) notFound()
  const [releases, past] = await Promise.all([
    readReleases(db, form.id),
    rights.has('people') ? findPastRun(db, form.id) : null,
  ])
  return <Release releases={releases} past={past} />
})
