import { Fragment, useState } from 'react'
import type { PastRun } from '@/db/queries/past_runs'
import { beginPastRunAction, haltPastRunAction, meetArrivalAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { Lines } from '../rehearse/lines'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Halted } from '../ui/halted'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { counted, figure } from '../ui/show'
import { toast } from '../ui/toast'
import { useAnswer } from '../ui/useAnswer'
import { useRun } from '../ui/useRun'
import { useUnderWay } from '../ui/useUnderWay'

/** What the arrivals of the last 30 days would meet in the draft: run through it behind the scenes, with nothing done. */
export function PastArrivals({ run: past }: { run: PastRun | null }) {
  const { facts, revision, saveNow } = useDraft((state) => state)
  const { slug } = facts
  const { busy, run } = useRun()
  const isUnderWay = past?.state === 'running'
  useUnderWay(isUnderWay)
  const begin = async () => {
    if ((await saveNow()) === null) return toast('The draft could not be saved, so nothing was run through it.')
    await run(() => beginPastRunAction({ slug }))
  }
  return (
    <section aria-label="What past arrivals would meet">
      <h2 className="mt-3 mb-1.5">What past arrivals would meet</h2>
      {past && <Halted error={past.error} />}
      <p className="flex flex-wrap items-center gap-2" aria-live="polite">
        <span className="text-soft">
          {past
            ? tellProgress(past)
            : 'Run the arrivals of the last 30 days through the draft: nothing is done with them.'}
        </span>
        {isUnderWay ? (
          <Button disabled={busy} onClick={() => void run(() => haltPastRunAction({ slug }))}>
            Stop
          </Button>
        ) : (
          <Button disabled={busy} onClick={() => void begin()}>
            {past ? 'Run them again' : 'Run them'}
          </Button>
        )}
        {past && past.draftRevision !== revision && <Chip tone="amber">the draft has changed since</Chip>}
      </p>
      {isUnderWay && (
        <progress
          className="mt-1.5 block h-2 w-full max-w-md"
          aria-label="Arrivals gone through"
          max={past.of}
          value={past.done}
        />
      )}
      {past && past.done > 0 && <Found run={past} />}
    </section>
  )
}

function tellProgress({ state, all, of, done, release }: PastRun): string {
  if (all === 0) return 'Nothing has arrived in the last 30 days.'
  const those = of < all ? `the latest ${figure(of)} of ${counted(all, 'arrival')}` : counted(all, 'arrival')
  if (state === 'running') return `${figure(done)} of ${those} gone through…`
  if (state === 'stopped') return `Stopped after ${figure(done)} of ${those}.`
  return `Of ${those} of 30 days, beside release ${release}:`
}

/** Arrivals told before somebody asks for more. */
const FEW = 6

/** What was found: how many would go otherwise, and each of the latest, to be opened. */
function Found({ run }: { run: PastRun }) {
  const { done, refused, otherwise, asked, arrivals } = run
  const [open, setOpen] = useState<string | null>(null)
  const [all, setAll] = useState(false)
  return (
    <>
      <ul className="mt-1.5 list-disc pl-5">
        {refused > 0 && (
          <li>
            <b className="font-semibold text-red">{figure(refused)} would be refused</b>
          </li>
        )}
        <li>
          <b className="font-semibold">{otherwise === 0 ? 'None' : figure(otherwise)}</b> would go otherwise
        </li>
        {Object.entries(asked).map(([label, n]) => (
          <li key={label}>
            {figure(n)} would be asked “{label}”, too
          </li>
        ))}
        {refused + otherwise < done && (
          <li className="text-soft">{figure(done - refused - otherwise)} would go as they did</li>
        )}
      </ul>
      {arrivals.length > 0 && (
        <table className="sheet mt-1.5">
          <thead>
            <tr>
              <th>Arrival</th>
              <th>When</th>
              <th>Would</th>
              <th>
                <span className="sr-only">What to do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {arrivals.slice(0, all ? undefined : FEW).map(({ id, email, receivedAt, met }) => (
              <Fragment key={id}>
                <tr>
                  <th scope="row">
                    <Link href={`/arrivals/${id}`}>
                      <Outside>{email ?? 'somebody without an address'}</Outside>
                    </Link>
                  </th>
                  <td className="whitespace-nowrap">
                    <Moment at={receivedAt} />
                  </td>
                  <td>{met === 'refused' ? <Chip tone="red">be refused</Chip> : 'go otherwise'}</td>
                  <td>
                    <Button
                      look="quiet"
                      aria-expanded={open === id}
                      aria-label={`What ${email ?? 'they'} would meet`}
                      onClick={() => setOpen(open === id ? null : id)}
                    >
                      {open === id ? 'Close' : 'What…'}
                    </Button>
                  </td>
                </tr>
                {open === id && (
                  <tr>
                    <td colSpan={4}>
                      <Met id={id} />
                    </td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
      {!all && arrivals.length > FEW && (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show {refused + otherwise > arrivals.length ? 'the latest' : 'all'} {figure(arrivals.length)}
        </Button>
      )}
      {all && refused + otherwise > arrivals.length && (
        <p className="text-soft">The latest {figure(arrivals.length)} of them.</p>
      )}
    </>
  )
}

/** What one arrival does through the live release and would do through the draft as it is now. */
function Met({ id }: { id: string }) {
  const { slug, live } = useDraft((state) => state.facts)
  const met = useAnswer(() => meetArrivalAction({ slug, id }), `${slug} ${id}`)
  if (met.is === 'asked') return <p className="text-soft">Running it…</p>
  if (met.is === 'refused')
    return (
      <p role="alert" className="text-red">
        {met.why}
      </p>
    )
  const { gone, come, asked } = met.value
  if (gone.length + come.length === 0)
    return <p className="text-soft">It would go as it did, through the draft as it is now.</p>
  return (
    <>
      <Lines title={`Release ${live?.number}`} lines={gone} />
      <Lines title="This draft" lines={[...come, ...asked.map((label) => `Asks “${label}”, too`)]} />
    </>
  )
}
