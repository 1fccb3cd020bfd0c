'use client'

import { CalendarRange } from 'lucide-react'
import { DayLimitSettings } from './dayLimits'
import type { SettingsProps, StudioKind } from './kind'
import { WordsFields } from './wordsFields'

function DateRangeSettings(props: SettingsProps<'date_range'>) {
  const { first, last, firstShownAs, lastShownAs } = props.question
  return (
    <>
      <DayLimitSettings {...props} />
      <WordsFields
        words={[
          { key: 'first', label: 'Above the first', value: first, place: 'First', shownAs: firstShownAs },
          { key: 'last', label: 'Above the last', value: last, place: 'Last', shownAs: lastShownAs },
        ]}
        most={60}
        onChange={props.onChange}
      />
    </>
  )
}

export const date_range: StudioKind<'date_range'> = { Mark: CalendarRange, Settings: DateRangeSettings }
