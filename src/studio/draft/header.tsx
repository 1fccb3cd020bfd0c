'use client'

import { tellStations } from '@/core/examine/stations'
import { showFarMoment, showTime } from '@/core/formats/zone'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { Stands } from '../ui/stands'
import { Conflict } from './conflict'
import { useDraft, useFindings } from './context'
import { useMay, usePlace } from '../ui/here'
import { Link } from '../ui/link'

/** A form's name, its line of six stations, and how its draft stands. */
export function FormHeader() {
  const { facts, form, past, future, undo, redo, rehearsed } = useDraft((state) => state)
  const findings = useFindings()
  const path = usePlace()
  const [edits, seesPeople, releases] = [useMay('edit'), useMay('people'), useMay('release')]
  const stations = tellStations(form, { findings, live: facts.live, rehearsed, numbers: facts.numbers })
  const shown = stations.filter(({ place }) => seesPeople || place !== 'rehearse')
  return (
    <section aria-label={facts.name}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-2.5 pb-1">
        <h1>
          <Outside>{facts.name}</Outside>
        </h1>
        {facts.live ? (
          <a
            className="name text-soft underline-offset-2 hover:underline"
            href={facts.publicUrl}
            target="_blank"
            rel="noreferrer"
          >
            /f/{facts.slug}
          </a>
        ) : (
          <span className="name text-soft">/f/{facts.slug}</span>
        )}
        <Stands state={facts.state} stands={facts.stands} />
        {facts.live ? <Chip tone="moss">release {facts.live.number} live</Chip> : <Chip>not released</Chip>}
        {facts.planned && (
          <Chip tone={facts.planned.isRefused ? 'red' : 'amber'}>
            {facts.planned.isRefused ? 'planned release not made:' : 'release planned'}{' '}
            <Moment at={facts.planned.at} show={showFarMoment} />
          </Chip>
        )}
        {edits ? <SaveNote /> : <Chip>only to read</Chip>}
        <span className="ml-auto flex items-center gap-2">
          {releases && (
            <Link
              href={`/forms/${facts.slug}/settings`}
              aria-current={path.endsWith('/settings') ? 'page' : undefined}
              className={`mr-1 underline-offset-2 hover:underline ${path.endsWith('/settings') ? 'font-semibold text-moss' : 'text-soft'}`}
            >
              Settings
            </Link>
          )}
          {edits && (
            <>
              <Button onClick={undo} disabled={past.length === 0}>
                Undo
              </Button>
              <Button onClick={redo} disabled={future.length === 0}>
                Redo
              </Button>
            </>
          )}
        </span>
      </div>
      <Conflict />
      <div className="max-[899px]:overflow-x-auto max-[899px]:pt-1">
        <nav
          aria-label="The form’s places"
          className="relative mx-4 mt-2 mb-2 grid auto-cols-fr grid-flow-col border-t-[3px] border-rule max-[899px]:min-w-[820px]"
        >
          {shown.map(({ place, title, says, state }) => {
            const here = path.endsWith(`/${place}`)
            const dot = here
              ? 'border-moss bg-moss'
              : { good: 'border-moss bg-paper', look: 'border-[#c98412] bg-amber-bg', fault: 'border-red bg-red-bg' }[
                  state
                ]
            return (
              <Link
                key={place}
                href={`/forms/${facts.slug}/${place}`}
                aria-current={here ? 'page' : undefined}
                className="relative block pt-2 pr-2 pb-1 text-soft hover:text-ink"
              >
                <span className={`absolute -top-2 left-0 size-[13px] rounded-full border-[3px] ${dot}`} />
                <strong className={`block font-semibold ${here ? 'text-moss' : 'text-ink'}`}>
                  {title}
                  {state !== 'good' && (
                    <span className="sr-only">{state === 'fault' ? ' (has faults)' : ' (worth a look)'}</span>
                  )}
                </strong>
                <span className={`block truncate ${state === 'fault' ? 'text-red' : ''}`} title={says}>
                  {says}
                </span>
              </Link>
            )
          })}
        </nav>
      </div>
    </section>
  )
}

function SaveNote() {
  const save = useDraft((state) => state.save)
  return (
    <span role="status">
      {save.is === 'saving' && <Chip>saving…</Chip>}
      {save.is === 'saved' && (
        <Chip>
          draft saved <Moment at={save.at} show={showTime} />
        </Chip>
      )}
      {save.is === 'failed' && (
        <Chip tone="red" title={save.reason}>
          not saved: {save.reason}
        </Chip>
      )}
      {save.is === 'conflict' && <Chip tone="red">not saved</Chip>}
    </span>
  )
}
