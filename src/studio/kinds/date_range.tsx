'use client'

import { CalendarRange } from 'lucide-react'
import { DayLimitSettings } from './dayLimits'
import type { SettingsProps, StudioKind } from './kind'
import { ShownAsFields } from './shownAsFields'
import { WordsFields } from './wordsFields'

const DateRangeSettings = (props: SettingsProps<'date_range'>) => (
  <>
    <DayLimitSettings {...props} />
    <WordsFields
      words={[
        ['first', 'Above the first', props.question.first],
        ['last', 'Above the last', props.question.last],
      ]}
      most={60}
      onChange={props.onChange}
    />
    <ShownAsFields
      words={[
        ['firstShownAs', 'First worded as', props.question.firstShownAs, props.question.first],
        ['lastShownAs', 'Last worded as', props.question.lastShownAs, props.question.last],
      ]}
      onChange={props.onChange}
    />
  </>
)

export const date_range: StudioKind<'date_range'> = { Mark: CalendarRange, Settings: DateRangeSettings }
