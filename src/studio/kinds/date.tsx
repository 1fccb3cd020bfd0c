'use client'

import { CalendarDays } from 'lucide-react'
import { isDay } from '@/core/answers/day'
import { TextField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'

function DateSettings({ question, onChange }: SettingsProps<'date'>) {
  const { earliest, latest } = question
  return (
    <>
      <TextField
        label="First day"
        type="date"
        value={earliest ?? ''}
        check={(day) => (isDay(day) && latest !== null && day > latest ? 'This is after the last day' : null)}
        onCommit={(day) => onChange({ earliest: isDay(day) ? day : null }, 'earliest')}
      />
      <TextField
        label="Last day"
        type="date"
        value={latest ?? ''}
        check={(day) => (isDay(day) && earliest !== null && day < earliest ? 'This is before the first day' : null)}
        onCommit={(day) => onChange({ latest: isDay(day) ? day : null }, 'latest')}
      />
    </>
  )
}

export const date: StudioKind<'date'> = { Mark: CalendarDays, Settings: DateSettings }
