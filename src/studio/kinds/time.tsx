'use client'

import { Clock } from 'lucide-react'
import { isTime } from '@/core/answers/time'
import { Tick } from '../ui/field'
import type { StudioKind } from './kind'
import { OptionalNumberBox } from './numberBox'
import { SpanSettings } from './span'

const MINUTES = 24 * 60

export const time: StudioKind<'time'> = {
  Mark: Clock,
  Settings: ({ question, onChange }) => (
    <>
      <SpanSettings question={question} type="time" what="time" isOne={isTime} onChange={onChange} />
      <OptionalNumberBox
        label="Minutes ahead at most"
        whole
        least={1}
        most={MINUTES}
        value={question.ahead}
        onCommit={(ahead) => onChange({ ahead }, 'ahead')}
      />
      <span className="col-span-2">
        <Tick label="not earlier than now" on={!question.past} onCommit={(not) => onChange({ past: !not }, 'past')} />
      </span>
    </>
  ),
}
