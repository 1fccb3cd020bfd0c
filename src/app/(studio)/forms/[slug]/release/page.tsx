import { notFound } from 'next/navigation'
import { findForm } from '@/db/queries/forms'
import { findPastRun } from '@/db/queries/past_runs'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readPlanned } from '@/server/forms/readPlanned'
import { readReleases } from '@/server/readout/readReleases'
import { Release } from '@/studio/release/release'

export default memberPage('read', async ({ workspaceId, rights }, { params: { slug = '' } }) => {
  const { db } = context()
  const form = await findForm(db, workspaceId, slug)
  if (!form) notFound()
  const [releases, planned, past] = await Promise.all([
    readReleases(db, form.id),
    readPlanned(db, form),
    rights.has('people') ? findPastRun(db, form.id) : null,
  ])
  return <Release releases={releases} planned={planned} past={past} />
})
