'use client'

import { useState } from 'react'
import { keepApart } from '@/core/formats/direction'
import { listed } from '@/core/formats/listed'
import type { Message } from '@/core/form/definition'
import type { Waits } from '@/core/form/waits'
import type { ListInfo } from '@/core/records/record'
import { useDraft } from '../draft/context'
import { ChoiceField } from '../ui/field'

const UNITS = [
  ['1', 'minutes'],
  ['60', 'hours'],
  ['1440', 'days'],
] as const

/** What a message begins with where it is to wait so long. */
const TWO_HOURS: Waits = { for: 'time', minutes: 120 }

/** When a message goes out: at once, so long after sending, in the hours of a desk, or once lists are confirmed. */
export function GoesOut({ message, onChange }: { message: Message; onChange: (waits: Waits | null) => void }) {
  const { waits, to } = message
  const { form, resources } = useDraft((state) => state)
  const { desks, lists } = resources
  const confirmed = lists.filter(({ name, confirm }) => confirm && form.joins.some(({ list }) => list === name))
  const first = desks.find(({ hours }) => hours) ?? desks[0]
  const choose = (to: string) => {
    if (to === 'time') onChange(TWO_HOURS)
    else if (to === 'confirmed') onChange({ for: 'confirmed' })
    else if (to === 'hours') onChange({ for: 'hours', desk: first?.name ?? '' })
    else onChange(null)
  }
  return (
    <>
      <ChoiceField
        label="Goes out"
        value={waits?.for ?? 'now'}
        options={[
          ['now', 'at once'],
          ['time', 'so long after it was sent'],
          ...(desks.length > 0 ? [['hours', 'in the hours of a desk'] as const] : []),
          ...(waits?.for === 'confirmed' || (to === 'visitor' && confirmed.length > 0)
            ? [['confirmed', 'once they have confirmed by mail'] as const]
            : []),
        ]}
        onCommit={choose}
      />
      {waits?.for === 'time' && (
        <>
          <span />
          <SoLong minutes={waits.minutes} onChange={(minutes) => onChange({ for: 'time', minutes })} />
        </>
      )}
      {to === 'visitor' && confirmed.length > 0 && (
        <>
          <span />
          <p className="text-soft">
            {waits?.for === 'confirmed'
              ? `Whoever is asked to confirm ${tellLists(confirmed)} gets it after that, and never where they do not. Whoever is not asked gets it at once.`
              : `Whoever is asked to confirm ${tellLists(confirmed)} gets it all the same, also where they never do.`}
          </p>
        </>
      )}
      {waits?.for === 'hours' && (
        <ChoiceField
          label="Of"
          value={waits.desk}
          options={desks.map(({ name, title, hours }) => [name, hours ? title : `${title} (no hours yet)`] as const)}
          onCommit={(desk) => onChange({ for: 'hours', desk })}
        />
      )}
    </>
  )
}

const tellLists = (lists: readonly ListInfo[]): string => listed(lists.map(({ title }) => keepApart(title)))

/** So many minutes, entered in the unit that tells them whole, or the one that was chosen. */
function SoLong({ minutes, onChange }: { minutes: number; onChange: (minutes: number) => void }) {
  const [unit, setUnit] = useState(() => UNITS.findLast(([size]) => minutes % Number(size) === 0)?.[0] ?? '1')
  const [text, setText] = useState(String(minutes / Number(unit)))
  const [base, setBase] = useState(minutes)
  // It changed elsewhere, as by undo: show that.
  if (minutes !== base) {
    setBase(minutes)
    setText(String(minutes / Number(unit)))
  }
  const keep = (entered: string, size: string) => {
    const next = Math.round(Number(entered) * Number(size))
    if (entered.trim() === '' || !Number.isFinite(next) || next < 1 || next > 90 * 1440) return
    setBase(next)
    onChange(next)
  }
  return (
    <span className="flex gap-1.5">
      <input
        type="number"
        min={1}
        step="any"
        aria-label="How long it waits"
        className="box max-w-24"
        value={text}
        onChange={({ target }) => {
          setText(target.value)
          keep(target.value, unit)
        }}
      />
      <ChoiceField
        hideLabel
        label="Minutes, hours or days"
        className="max-w-32"
        value={unit}
        options={UNITS}
        onCommit={(size) => {
          setUnit(size as typeof unit)
          keep(text, size)
        }}
      />
    </span>
  )
}
