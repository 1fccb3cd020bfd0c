import { addressOf } from '@/server/hosts/base'
import { testAddress } from '@/server/visitor/request'
import { notFound } from 'next/navigation'
import { standingAt } from '@/core/form/standing'
import { readStored } from '@/core/form/stored'
import { findForm } from '@/db/queries/forms'
import { findPlannedRelease } from '@/db/queries/planned_releases'
import { countRouted } from '@/db/queries/readout'
import { readSeen } from '@/db/queries/seen'
import { readResourcesAndDestinations } from '@/db/queries/workspace'
import { memberLayout, requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { rehearseLatest } from '@/server/forms/rehearseLatest'
import { readReadout } from '@/server/readout/readReadout'
import { defaultSpan } from '@/server/readout/span'
import { DraftProvider } from '@/studio/draft/context'
import { FormHeader } from '@/studio/draft/header'
import { isolated } from '@/core/formats/direction'

export async function generateMetadata({ params }: { params: Promise<{ slug: string }> }) {
  const { workspaceId } = await requireMember()
  const form = await findForm(context().db, workspaceId, (await params).slug)
  return { title: form && isolated(form.name) }
}

export default memberLayout('read', async ({ workspaceId }, { params: { slug = '' } }, children) => {
  const { db, config } = context()
  const stored = await findForm(db, workspaceId, slug)
  if (!stored) notFound()
  const form = readStored(stored.draft)
  const live = stored.liveDefinition ? readStored(stored.liveDefinition) : null
  const { from, to } = defaultSpan({}, new Date(), stored.timeZone)
  const [resources, rehearsed, readout, routed, seen, planned] = await Promise.all([
    readResourcesAndDestinations(db, workspaceId),
    rehearseLatest(db, stored),
    readReadout(db, stored.id, live ?? form, from, to),
    stored.liveReleaseId ? countRouted(db, stored.liveReleaseId) : {},
    stored.liveReleaseId ? readSeen(db, stored.id, stored.liveReleaseId) : null,
    findPlannedRelease(db, stored.id),
  ])
  return (
    <DraftProvider
      key={`${stored.id} ${stored.liveNumber}`}
      start={{
        facts: {
          slug: stored.slug,
          name: stored.name,
          state: stored.state,
          planned: planned ? { at: planned.at, isRefused: planned.refused !== null } : null,
          stands: standingAt(stored, new Date()),
          live: live && stored.liveNumber ? { number: stored.liveNumber, form: live } : null,
          numbers: {
            arrived: readout.arrived,
            finish: readout.finish?.rate ?? null,
            unfinished: readout.unfinished,
            steps: readout.steps,
          },
          routed,
          seen,
          publicUrl: addressOf(config.LICHEN_URL, resources.workspace.host, stored.slug),
          benchUrl: config.LICHEN_BENCH_URL || null,
          testUrl: config.LICHEN_URL + testAddress(config.LICHEN_SECRET, stored.id, stored.slug),
        },
        form,
        revision: stored.draftRevision,
        resources,
        rehearsed,
        savedAt: stored.updatedAt,
      }}
    >
      <FormHeader />
      {children}
    </DraftProvider>
  )
})
