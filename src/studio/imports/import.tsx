'use client'

import type { ReactNode } from 'react'
import type { RecordField } from '@/core/fields/field'
import type { ListInfo } from '@/core/records/record'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Halted } from '../ui/halted'
import { Only, useGo, useMay } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { figure } from '../ui/show'
import { tellLeft } from '../people/why_left'
import { useRun } from '../ui/useRun'
import { useUnderWay } from '../ui/useUnderWay'
import { dropImportAction, putImportBackAction, startImportAction, stopImportAction } from './actions'
import { Samples } from './samples'
import { SetOut } from './setOut'
import { type OneImport, STATES } from './tell'

interface Props {
  one: OneImport
  fields: readonly RecordField[]
  lists: readonly ListInfo[]
}

const UNDER_WAY: readonly OneImport['state'][] = ['reading', 'checking', 'bringing', 'parting']

/** A file of people: where its columns go, what would come of its rows, and how far that is. */
export function Import({ one, fields, lists }: Props) {
  const isUnderWay = UNDER_WAY.includes(one.state)
  useUnderWay(isUnderWay)
  const { state } = one
  return (
    <main className="px-4 py-3">
      <PageHead back={['/people/imports', 'Brought in']} heading={one.name}>
        <Chip tone={STATES[state].tone}>{STATES[state].words}</Chip>
        <span className="text-soft">
          {figure(one.rows)} rows · given by <Outside>{one.who}</Outside>, <Moment at={one.createdAt} />
        </span>
      </PageHead>
      <Halted error={one.error} />
      {isUnderWay && <Progress one={one} />}
      <Steps one={one} />
      {(state === 'mapping' || state === 'ready' || state === 'failed') &&
        one.rows + Number(state === 'failed') > 0 && (
          <Only may="answer">
            <Folded when={state === 'ready'}>
              <SetOut key={`${one.encoding} ${one.separator} ${one.columns.length}`} {...{ one, fields, lists }} />
            </Folded>
          </Only>
        )}
      {state !== 'reading' && state !== 'mapping' && <Samples one={one} />}
    </main>
  )
}

/** What was set out is folded away once there is something to look at instead. */
const Folded = ({ when, children }: { when: boolean; children: ReactNode }) =>
  when ? (
    <details className="mb-3">
      <summary className="mb-2 text-teal">Where the columns go, and how it is brought in</summary>
      {children}
    </details>
  ) : (
    children
  )

const GOES: Partial<Record<OneImport['state'], string>> = {
  reading: 'The file is being read.',
  checking: 'It is looked what would come of each row. Nothing is changed yet.',
  bringing: 'The rows are being brought in.',
  parting: 'What it did is being put back.',
}

function Progress({ one: { id, state, place, rows } }: { one: OneImport }) {
  const { busy, run } = useRun()
  const known = state === 'checking' || state === 'bringing'
  return (
    <section aria-label="How far it is" className="mb-3 flex max-w-3xl flex-wrap items-center gap-3">
      <progress
        className="h-2 flex-1 accent-moss"
        aria-label={GOES[state]}
        {...(known ? { max: Math.max(rows, 1), value: place } : {})}
      />
      <span role="status">
        {GOES[state]}{' '}
        {known ? `${figure(place)} of ${figure(rows)}` : state === 'parting' && `${figure(place)} records so far`}
      </span>
      {known && (
        <Only may="answer">
          <Button disabled={busy} onClick={() => void run(() => stopImportAction({ id }))}>
            Stop
          </Button>
        </Only>
      )}
    </section>
  )
}

/** What can be done with it as it stands. */
function Steps({ one: { id, state, counts, leftOver } }: { one: OneImport }) {
  const { busy, run } = useRun()
  const go = useGo()
  const may = useMay('answer')
  const act = (action: typeof startImportAction) => () => void run(() => action({ id }))
  const drop = async () => {
    if ((await run(() => dropImportAction({ id }))) !== undefined) go.to('/people/imports')
  }
  const bringable = (counts.made ?? 0) + (counts.changed ?? 0) + (counts.again ?? 0)
  const left = tellLeft(leftOver, figure)
  return (
    <>
      {state === 'parted' && (
        <p className="mb-3 max-w-3xl">
          All that it did is put back
          {left ? `, but for ${left}: they stay as they are.` : '.'}
        </p>
      )}
      {may && (
        <p className="mb-3 flex flex-wrap gap-2">
          {state === 'ready' && (
            <Button look="main" disabled={busy || bringable === 0} onClick={act(startImportAction)}>
              Bring in {figure(bringable)} rows
            </Button>
          )}
          {state === 'stopped' && (
            <Button look="main" disabled={busy} onClick={act(startImportAction)}>
              Go on
            </Button>
          )}
          {(state === 'done' || state === 'stopped') && (
            <Button disabled={busy} onClick={() => void run(() => putImportBackAction({ id }))}>
              Put all of it back
            </Button>
          )}
          {(state === 'mapping' || state === 'ready' || state === 'failed') && (
            <Button look="quiet" disabled={busy} onClick={() => void drop()}>
              Throw the file away
            </Button>
          )}
        </p>
      )}
    </>
  )
}
