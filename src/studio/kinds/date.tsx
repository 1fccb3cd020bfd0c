'use client'

import { CalendarDays } from 'lucide-react'
import { isDay } from '@/core/answers/day'
import type { StudioKind } from './kind'
import { SpanSettings } from './span'

export const date: StudioKind<'date'> = {
  Mark: CalendarDays,
  Settings: (props) => <SpanSettings {...props} type="date" what="day" isOne={isDay} />,
}
