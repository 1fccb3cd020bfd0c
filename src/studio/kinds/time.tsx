'use client'

import { Clock } from 'lucide-react'
import { isTime } from '@/core/answers/time'
import type { StudioKind } from './kind'
import { SpanSettings } from './span'

export const time: StudioKind<'time'> = {
  Mark: Clock,
  Settings: (props) => <SpanSettings {...props} type="time" what="time" isOne={isTime} />,
}
