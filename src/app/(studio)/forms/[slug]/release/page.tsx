import { notFound } from 'next/navigation'
import { readStored } from '@/core/form/stored'
import { findForm, type StoredForm } from '@/db/queries/forms'
import { listInlets } from '@/db/queries/inlets'
import { findPastRun } from '@/db/queries/past_runs'
import { readPlannedTags } from '@/db/queries/tagged_links'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { readBareHtml } from '@/server/forms/readBareHtml'
import { readPlanned } from '@/server/forms/readPlanned'
import { readAddressOf } from '@/server/hosts/base'
import { readTaggedLinks } from '@/server/readout/readTaggedLinks'
import { readReleases } from '@/server/readout/readReleases'
import { Release } from '@/studio/release/release'

export default memberPage('read', async ({ workspaceId, rights }, { params: { slug = '' } }) => {
  const here = context()
  const { db } = here
  const form = await findForm(db, workspaceId, slug)
  if (!form) notFound()
  const address = await readAddressOf(db, here.config.LICHEN_URL, workspaceId, form.slug)
  const [releases, planned, past, html, links, tags, inlets] = await Promise.all([
    readReleases(db, form.id),
    readPlanned(db, form),
    rights.has('people') ? findPastRun(db, form.id) : null,
    maySendFromElsewhere(form) ? readBareHtml(here, form) : null,
    readTaggedLinks(db, form.id, address),
    readPlannedTags(db, workspaceId),
    listInlets(db, form.id),
  ])
  return <Release {...{ releases, planned, past, html, links, tags, inlets }} />
})

const maySendFromElsewhere = ({ liveDefinition }: StoredForm): boolean =>
  liveDefinition !== null && readStored(liveDefinition).sentFrom.length > 0
