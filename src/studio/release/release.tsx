'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '../ui/toast'
import { tellVisitorsDifferences } from '@/core/form/as_visitors_see'
import { tellDifferences } from '@/core/form/differences'
import type { PastRun } from '@/db/queries/past_runs'
import type { ReleaseNumbers } from '@/server/readout/readReleases'
import { releaseAction } from '../draft/actions'
import { useDraft, useFindings } from '../draft/context'
import { Button } from '../ui/button'
import { Findings } from '../ui/finding'
import { WithPane } from '../ui/withPane'
import { Framing } from './framing'
import { PastArrivals } from './pastArrivals'
import { Rehearsals } from './rehearsals'
import { Releases } from './releases'
import { WaysOut } from './waysOut'
import { Only } from '../ui/here'

interface Props {
  releases: readonly ReleaseNumbers[]
  /** The latest run of past arrivals through the draft; `null` where there was none, and for who may see no people. */
  past: PastRun | null
}

/** What changed, what stands in the way, and the button that makes the draft live. */
export function Release({ releases, past }: Props) {
  const router = useRouter()
  const { form, facts, saveNow } = useDraft((state) => state)
  const findings = useFindings()
  const [busy, setBusy] = useState(false)
  const [refused, setRefused] = useState<string | null>(null)
  const changes = tellDifferences(facts.live?.form ?? null, form)
  const noticed = facts.live ? tellVisitorsDifferences(facts.live.form, form) : []
  const faults = findings.filter(({ severity }) => severity === 'fault')
  const next = (releases[0]?.number ?? 0) + 1

  const release = async () => {
    setBusy(true)
    setRefused(null)
    try {
      const saved = await saveNow()
      if (saved === null) throw new Error('The draft could not be saved, so it was not released.')
      const result = await releaseAction({ slug: facts.slug, from: saved })
      if (!result.ok) throw new Error(result.message)
      toast(`Release ${result.value.number} is live`)
      router.refresh()
    } catch (error) {
      setRefused(error instanceof Error ? error.message : 'It was not released. Try again.')
    }
    setBusy(false)
  }

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
        <Only may="people">
          <Rehearsals />
          {facts.live && <PastArrivals run={past} />}
        </Only>
        <div className="mt-3 flex items-center gap-3">
          <Only may="release">
            <Button
              look="main"
              disabled={busy || faults.length > 0 || changes.length === 0}
              onClick={() => void release()}
            >
              {busy ? 'Releasing…' : `Make release ${next} live`}
            </Button>
          </Only>
          {faults.length > 0 && <span className="text-red">Faults stand in the way; see the right.</span>}
          {refused && (
            <span role="alert" className="text-red">
              {refused}
            </span>
          )}
        </div>
      </section>
      {facts.live && <WaysOut live={facts.live.form} />}
      <Framing />
      <Releases releases={releases} live={facts.live?.number ?? null} />
    </WithPane>
  )
}
