import { instantOf, momentIn, showFarMoment } from '@/core/formats/zone'
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
  const zone = useZone()
  const { opensAt, closesAt, closesAfter, taken, beforeWords, closedWords } = form
  const setMoment = (which: 'opensAt' | 'closesAt', says: string, shown: string) => {
    const at = shown === '' ? null : instantOf(zone, shown.slice(0, 10), shown.slice(11, 16))
    void set(
      { [which]: at?.toISOString() ?? null },
      {
        said: at ? `It ${says} on ${showFarMoment(zone, at)}` : `No moment is set at which it ${says}`,
        change: { [which]: form[which] ? new Date(form[which]).toISOString() : null },
      },
    )
  }
  const shown = (at: Date | string | null) => (at ? momentIn(zone, new Date(at)) : '')
  return (
    <div className="grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
      <TextField
        label="Opens"
        type="datetime-local"
        when="leaving"
        value={shown(opensAt)}
        check={(text) => (text !== '' && text === shown(closesAt) ? 'It cannot open at the moment it closes.' : null)}
        onCommit={(text) => setMoment('opensAt', 'opens', text)}
      />
      <TextField
        label="Closes"
        type="datetime-local"
        when="leaving"
        value={shown(closesAt)}
        check={(text) => (text !== '' && text === shown(opensAt) ? 'It cannot close at the moment it opens.' : null)}
        onCommit={(text) => setMoment('closesAt', 'closes', text)}
      />
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

const isPlaces = (text: string): boolean =>
  text.trim() === '' || (/^\d{1,6}$/.test(text.trim()) && Number(text) >= 1 && Number(text) <= 100_000)
