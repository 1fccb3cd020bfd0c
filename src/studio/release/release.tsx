'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '../ui/toast'
import { tellVisitorsDifferences } from '@/core/form/as_visitors_see'
import { showFarMoment } from '@/core/formats/zone'
import { tellElsewhereDifferences } from '@/core/form/sent_elsewhere'
import { tellDifferences } from '@/core/form/differences'
import type { ListedInlet } from '@/db/queries/inlets'
import type { PastRun } from '@/db/queries/past_runs'
import type { PlannedTags } from '@/core/sources/tags'
import type { TaggedLink } from '@/server/readout/readTaggedLinks'
import type { ReleaseNumbers } from '@/server/readout/readReleases'
import type { Done } from '@/server/done'
import type { BareHtml } from '@/server/visitor/bare_html'
import type { Planned } from '@/server/forms/readPlanned'
import { planReleaseAction, releaseAction } from '../draft/actions'
import { useDraft, useFindings } from '../draft/context'
import { Button } from '../ui/button'
import { Findings } from '../ui/finding'
import { WithPane } from '../ui/withPane'
import { useZone } from '../ui/moment'
import { AsksOrigin, Framing, InSearch, SentFrom } from './framing'
import { PlannedRelease, PlanRelease } from './planned'
import { PastArrivals } from './pastArrivals'
import { Rehearsals } from './rehearsals'
import { Releases } from './releases'
import { WaysIn } from './waysIn'
import { WaysOut } from './waysOut'
import { Only } from '../ui/here'

interface Props {
  releases: readonly ReleaseNumbers[]
  /** What is to be released at a moment that somebody set. */
  planned: Planned | null
  /** The latest run of past arrivals through the draft; `null` where there was none, and for who may see no people. */
  past: PastRun | null
  /** The live release as HTML for pages elsewhere; `null` where none may send. */
  html: BareHtml | null
  /** Links with tags that were made, and the tags that are planned. */
  links: readonly TaggedLink[]
  tags: PlannedTags
  inlets: readonly ListedInlet[]
}

/** What changed, what stands in the way, and the button that makes the draft live. */
export function Release({ releases, planned, past, html, links, tags, inlets }: Props) {
  const router = useRouter()
  const zone = useZone()
  const { form, facts, saveNow } = useDraft((state) => state)
  const findings = useFindings()
  const [busy, setBusy] = useState<'release' | 'plan' | null>(null)
  const [refused, setRefused] = useState<string | null>(null)
  const changes = tellDifferences(facts.live?.form ?? null, form)
  const noticed = facts.live ? tellVisitorsDifferences(facts.live.form, form) : []
  const { live } = facts
  const elsewhere = live && live.form.sentFrom.length > 0 ? tellElsewhereDifferences(live.form, form) : []
  const faults = findings.filter(({ severity }) => severity === 'fault')
  const next = (releases[0]?.number ?? 0) + 1

  /** Does something with the draft as it is saved; says what was done, or why it could not be. */
  const doWithSaved = async <T,>(
    what: 'release' | 'plan',
    run: (from: number) => Promise<Done<T>>,
    said: (done: T) => string,
  ) => {
    setBusy(what)
    setRefused(null)
    try {
      const saved = await saveNow()
      if (saved === null) throw new Error('The draft could not be saved, so it was not released.')
      const result = await run(saved)
      if (!result.ok) throw new Error(result.message)
      toast(said(result.value))
      router.refresh()
    } catch (error) {
      setRefused(error instanceof Error ? error.message : 'It was not released. Try again.')
    }
    setBusy(null)
  }
  const { slug } = facts
  const release = () =>
    doWithSaved(
      'release',
      (from) => releaseAction({ slug, from }),
      ({ number }) => `Release ${number} is live`,
    )
  const plan = (at: Date) =>
    doWithSaved(
      'plan',
      (from) => planReleaseAction({ slug, from, at: at.toISOString() }),
      () => `Planned: it is released on ${showFarMoment(zone, at)}`,
    )
  const canRelease = busy === null && faults.length === 0 && changes.length > 0

  return (
    <WithPane
      about="What the analysis says"
      pane={
        <>
          <h2 className="mb-1.5">What the analysis says</h2>
          <Findings findings={findings} />
        </>
      }
    >
      <section className="mb-5">
        <h2 className="mb-1.5">{facts.live ? `Changes since release ${facts.live.number}` : 'Not released yet'}</h2>
        {changes.length === 0 ? (
          <p className="text-soft">The draft is what visitors get.</p>
        ) : (
          <ul className="list-disc pl-5">
            {changes.map((change) => (
              <li key={change}>{change}</li>
            ))}
          </ul>
        )}
        {facts.live && changes.length > 0 && (
          <>
            <h2 className="mt-3 mb-1.5">What visitors will notice</h2>
            {noticed.length === 0 ? (
              <p className="text-soft">Nothing: what changed happens out of their sight.</p>
            ) : (
              <ul className="list-disc pl-5">
                {noticed.map((change) => (
                  <li key={change}>{change}</li>
                ))}
              </ul>
            )}
          </>
        )}
        {elsewhere.length > 0 && (
          <>
            <h2 className="mt-3 mb-1.5">What pages elsewhere that send to it will notice</h2>
            <ul className="list-disc pl-5">
              {elsewhere.map((change) => (
                <li key={change}>{change}</li>
              ))}
            </ul>
          </>
        )}
        <Only may="people">
          <Rehearsals />
          {facts.live && <PastArrivals run={past} />}
        </Only>
        {planned && <PlannedRelease planned={planned} next={next} />}
        <div className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-2">
          <Only may="release">
            <Button look="main" disabled={!canRelease} onClick={() => void release()}>
              {busy === 'release' ? 'Releasing…' : `Make release ${next} live`}
            </Button>
            <PlanRelease
              disabled={!canRelease}
              label={busy === 'plan' ? 'Planning…' : planned ? 'Plan it instead' : 'Plan it'}
              onPlan={(at) => void plan(at)}
            />
          </Only>
          {faults.length > 0 && <span className="text-red">Faults stand in the way; see the right.</span>}
          {refused && (
            <span role="alert" className="text-red">
              {refused}
            </span>
          )}
        </div>
      </section>
      {facts.live && <WaysOut live={facts.live.form} html={html} links={links} tags={tags} />}
      <WaysIn inlets={inlets} />
      <Framing />
      <SentFrom />
      <InSearch />
      <AsksOrigin />
      <Releases releases={releases} live={facts.live?.number ?? null} />
    </WithPane>
  )
}
