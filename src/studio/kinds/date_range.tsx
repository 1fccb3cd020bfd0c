'use client'

import { CalendarRange } from 'lucide-react'
import { DayLimitSettings } from './day_limits'
import type { SettingsProps, StudioKind } from './kind'
import { WordedFields, WordsFields } from './wordsFields'

function AboveSettings({
  question: { first, last, firstShownAs, lastShownAs },
  onChange,
}: SettingsProps<'date_range'>) {
  const words = [
    { key: 'first', label: 'Above the first', value: first, place: 'First', shownAs: firstShownAs },
    { key: 'last', label: 'Above the last', value: last, place: 'Last', shownAs: lastShownAs },
  ] as const
  return (
    <>
      <WordsFields words={words} most={60} onChange={onChange} />
      <WordedFields words={words} onChange={onChange} />
    </>
  )
}

export const date_range: StudioKind<'date_range'> = {
  Mark: CalendarRange,
  Settings: DayLimitSettings,
  rarer: { sets: ['first', 'last', 'firstShownAs', 'lastShownAs'], Settings: AboveSettings },
}
