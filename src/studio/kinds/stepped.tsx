'use client'

import { countStops, type Unit } from '@/core/answers/number'
import { NumberBox } from './numberBox'
import { UnitSettings } from './unit'

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
  const set = (key: keyof Stepped) => (value: number) => onChange({ [key]: value }, key)
  return (
    <>
      <NumberBox label="Smallest" most={maximum} value={minimum} onCommit={set('minimum')} />
      <NumberBox label="Largest" least={minimum} value={maximum} onCommit={set('maximum')} />
      <NumberBox label="In steps of" least={0.000001} value={step} onCommit={set('step')} />
      <UnitSettings question={question} onChange={onChange} />
      <p className="col-span-3 col-start-2 text-soft">{countStops(minimum, maximum, step)} numbers to choose from</p>
    </>
  )
}
