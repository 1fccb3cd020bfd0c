'use client'

import { type Hours, tellDay, WEEK } from '@/core/dispatch/hours'
import { zoneNames } from '@/core/formats/zone'
import { Button } from '../ui/button'
import { ChoiceField, Tick } from '../ui/field'
import { useZone } from '../ui/moment'

type Stretch = Hours['open'][number]

const USUAL: Stretch = { days: [1, 2, 3, 4, 5], from: '09:00', to: '17:00' }

/** When people of a desk are there: days and times, by the clocks of a zone. */
export function DeskHours({ hours, onChange }: { hours: Hours | null; onChange: (hours: Hours | null) => void }) {
  const here = useZone()
  if (!hours)
    return <Button onClick={() => onChange({ zone: here, open: [USUAL] })}>Say when somebody is there…</Button>
  const change = (at: number, part: Partial<Stretch>) =>
    onChange({ ...hours, open: hours.open.map((one, index) => (index === at ? { ...one, ...part } : one)) })
  const drop = (at: number) => {
    const open = hours.open.filter((_, index) => index !== at)
    onChange(open.length > 0 ? { ...hours, open } : null)
  }
  return (
    <fieldset className="space-y-1.5">
      <legend className="text-soft">Somebody is there</legend>
      {hours.open.map(({ days, from, to }, at) => (
        <div key={at} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span role="group" aria-label="Days" className="flex flex-wrap gap-x-2">
            {WEEK.map((day) => (
              <Tick
                key={day}
                label={tellDay(day)}
                on={days.includes(day)}
                onCommit={(on) => change(at, { days: WEEK.filter((one) => (one === day ? on : days.includes(one))) })}
              />
            ))}
          </span>
          <span className="flex items-center gap-1.5">
            <Time label="From" value={from} onChange={(text) => change(at, { from: text })} />
            to
            <Time label="To" value={to} onChange={(text) => change(at, { to: text })} />
            <Button look="quiet" aria-label="Take these hours away" onClick={() => drop(at)}>
              ×
            </Button>
          </span>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-2">
        <ChoiceField
          hideLabel
          label="Zone of these hours"
          className="max-w-56"
          value={hours.zone}
          options={zoneNames().map((name) => [name, name] as const)}
          onCommit={(zone) => onChange({ ...hours, zone })}
        />
        <Button look="quiet" onClick={() => onChange({ ...hours, open: [...hours.open, USUAL] })}>
          More hours
        </Button>
      </div>
    </fieldset>
  )
}

interface TimeProps {
  label: string
  value: string
  onChange: (text: string) => void
}

/** A time of day; the end of a day is told as midnight. */
const Time = ({ label, value, onChange }: TimeProps) => (
  <input
    type="time"
    aria-label={label}
    className="box w-auto!"
    value={value === '24:00' ? '00:00' : value}
    onChange={({ target }) =>
      target.value && onChange(label === 'To' && target.value === '00:00' ? '24:00' : target.value)
    }
  />
)
