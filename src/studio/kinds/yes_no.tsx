'use client'

import { ToggleLeft } from 'lucide-react'
import type { StudioKind } from './kind'
import { WordsFields } from './wordsFields'

export const yes_no: StudioKind<'yes_no'> = {
  Mark: ToggleLeft,
  Settings: ({ question: { yes, no, yesShownAs, noShownAs }, onChange }) => (
    <WordsFields
      words={[
        { key: 'yes', label: 'Yes reads', value: yes, place: 'Yes', shownAs: yesShownAs },
        { key: 'no', label: 'No reads', value: no, place: 'No', shownAs: noShownAs },
      ]}
      most={100}
      onChange={onChange}
    />
  ),
}
