'use client'

import { isDay } from '@/core/answers/day'
import { type DayLimits, FARTHEST } from '@/core/answers/day_limits'
import { Tick } from '../ui/field'
import { OptionalNumberBox } from './numberBox'
import { SpanSettings } from './span'

interface Props {
  question: DayLimits
  onChange: (change: Partial<DayLimits>, key: string) => void
}

/** Which days may be given: between two of them, and counted from the day it is asked on. */
export const DayLimitSettings = ({ question, onChange }: Props) => (
  <>
    <SpanSettings question={question} type="date" what="day" isOne={isDay} onChange={onChange} />
    <OptionalNumberBox
      label="Days ahead at most"
      whole
      least={0}
      most={FARTHEST}
      value={question.ahead}
      onCommit={(ahead) => onChange({ ahead }, 'ahead')}
    />
    <span className="col-span-2 flex gap-4">
      <Tick label="not in the past" on={!question.past} onCommit={(not) => onChange({ past: !not }, 'past')} />
      <Tick
        label="Monday to Friday"
        on={question.weekdays}
        onCommit={(weekdays) => onChange({ weekdays }, 'weekdays')}
      />
    </span>
  </>
)
