'use client'

import { CalendarDays } from 'lucide-react'
import { DayLimitSettings } from './day_limits'
import type { StudioKind } from './kind'

export const date: StudioKind<'date'> = { Mark: CalendarDays, Settings: DayLimitSettings }
