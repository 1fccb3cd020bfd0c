import { instantShown, momentIn, showFarMoment } from '@/core/formats/zone'
import { TextField } from '../ui/field'
import { Moment, useZone, ZoneWords } from '../ui/moment'
import { counted, figure } from '../ui/show'
import type { FormAsSet, SetForm } from './set_form'

/** In words whether a form takes answers by now, and what comes of the moments that were set. */
export function TellStanding({ state, stands, closesAfter }: FormAsSet) {
  if (state !== 'open') return <span>{state === 'archived' ? 'It is archived, and closed.' : 'It is closed.'}</span>
  switch (stands.is) {
    case 'open':
      return (
        <span>
          It is open
          {stands.closesAt && (
            <>
              {' '}
              until <Moment at={stands.closesAt} show={showFarMoment} />
            </>
          )}
          .
        </span>
      )
    case 'before':
      return (
        <span>
          It is not open yet: it opens on <Moment at={stands.opensAt} show={showFarMoment} />.
        </span>
      )
    case 'full':
      return (
        <span>
          It is full: {closesAfter === 1 ? 'its one place is' : `all ${figure(closesAfter ?? 0)} places are`} taken.
        </span>
      )
    case 'closed':
      return (
        <span>
          It is closed since <Moment at={stands.since} />
          {stands.opensAt && (
            <>
              , and opens again on <Moment at={stands.opensAt} show={showFarMoment} />
            </>
          )}
          .
        </span>
      )
  }
}

/** From when to when a form takes answers, how many, and what visitors read before and after. */
export function OpenTimes({ form, set }: { form: FormAsSet; set: SetForm }) {
  const { closesAfter, taken, beforeWords, closedWords } = form
  return (
    <div className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
      <MomentBox which="opensAt" other="closesAt" label="Opens" form={form} set={set} />
      <MomentBox which="closesAt" other="opensAt" label="Closes" form={form} set={set} />
      <p className="col-start-2 text-soft">
        In <ZoneWords />. Where it closes before it opens, it is closed in between.
      </p>
      <TextField
        label="Places"
        inputMode="numeric"
        when="leaving"
        placeholder="any number may send it"
        value={closesAfter === null ? '' : String(closesAfter)}
        check={(text) => (isPlaces(text) ? null : 'A whole number from 1 to 100 000, or nothing.')}
        onCommit={(text) =>
          void set(
            { closesAfter: text.trim() === '' ? null : Number(text) },
            {
              said: text.trim() === '' ? 'Any number may send it' : `${counted(Number(text), 'place')} to give`,
              change: { closesAfter },
            },
          )
        }
      />
      {closesAfter !== null && taken !== null && (
        <p className="col-start-2 text-soft">
          {figure(taken)} of {figure(closesAfter)} taken. Tests, spam and what is in the bin take none.
        </p>
      )}
      <h3 className="col-span-2 mt-1 font-semibold">What visitors read</h3>
      <TextField
        label="Before"
        value={beforeWords}
        rows={2}
        when="leaving"
        placeholder="It takes answers from … on."
        onCommit={(words) => void set({ beforeWords: words })}
      />
      <TextField
        label="Once closed"
        value={closedWords}
        rows={2}
        when="leaving"
        placeholder="It takes no more answers."
        onCommit={(words) => void set({ closedWords: words })}
      />
    </div>
  )
}

interface MomentProps {
  which: 'opensAt' | 'closesAt'
  other: 'opensAt' | 'closesAt'
  label: 'Opens' | 'Closes'
  form: FormAsSet
  set: SetForm
}

/** A moment at which the form opens or closes, as clocks of the workspace show it; none where it is left empty. */
function MomentBox({ which, other, label, form, set }: MomentProps) {
  const zone = useZone()
  const shown = (of: 'opensAt' | 'closesAt') => (form[of] ? momentIn(zone, new Date(form[of])) : '')
  const does = label.toLowerCase()
  const keep = (text: string) => {
    const at = text === '' ? null : instantShown(zone, text)
    void set(
      { [which]: at?.toISOString() ?? null },
      {
        said: at ? `It ${does} on ${showFarMoment(zone, at)}` : `No moment is set at which it ${does}`,
        change: { [which]: form[which] ? new Date(form[which]).toISOString() : null },
      },
    )
  }
  return (
    <TextField
      label={label}
      type="datetime-local"
      when="leaving"
      value={shown(which)}
      check={(text) => (text !== '' && text === shown(other) ? 'It cannot open and close at the same moment.' : null)}
      onCommit={keep}
    />
  )
}

const isPlaces = (text: string): boolean =>
  text.trim() === '' || (/^\d{1,6}$/.test(text.trim()) && Number(text) >= 1 && Number(text) <= 100_000)
