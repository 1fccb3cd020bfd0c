'use client'

import { countStops, type Unit } from '@/core/answers/number'
import { useEnds } from './ends'
import { NumberBox } from './numberBox'
import { UnitField } from './unit'

interface Stepped extends Unit {
  minimum: number
  maximum: number
  step: number
}

interface Props {
  question: Stepped
  onChange: (change: Partial<Stepped>, key: string) => void
}

/** Where numbers begin and end, by which steps they go, and how many that makes. */
export function SteppedSettings({ question, onChange }: Props) {
  const { minimum, maximum, step } = question
  const { ends, fit, write } = useEnds({ from: minimum, to: maximum }, (from: number, to) => from <= to)
  const set = (part: { from: number } | { to: number }) =>
    write(part, ({ from, to }) => onChange({ minimum: from ?? minimum, maximum: to ?? maximum }, 'ends'))
  return (
    <>
      <NumberBox label="Smallest" value={ends.from ?? minimum} onCommit={(from) => set({ from })} />
      <NumberBox label="Largest" value={ends.to ?? maximum} onCommit={(to) => set({ to })} />
      <NumberBox
        label="In steps of"
        least={0.000001}
        value={step}
        onCommit={(next) => onChange({ step: next }, 'step')}
      />
      <UnitField question={question} onChange={onChange} />
      {fit ? (
        <p className="col-span-3 col-start-2 text-soft">{countStops(minimum, maximum, step)} numbers to choose from</p>
      ) : (
        <p role="status" className="col-span-3 col-start-2 text-red">
          The smallest is above the largest. Until you change one of them, it stays {minimum} to {maximum}.
        </p>
      )}
    </>
  )
}
