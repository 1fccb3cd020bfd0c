'use client'

import { ToggleLeft } from 'lucide-react'
import type { StudioKind } from './kind'
import { ShownAsFields } from './shownAsFields'
import { WordsFields } from './wordsFields'

export const yes_no: StudioKind<'yes_no'> = {
  Mark: ToggleLeft,
  Settings: ({ question: { yes, no, yesShownAs, noShownAs }, onChange }) => (
    <>
      <WordsFields
        words={[
          ['yes', 'Yes reads', yes],
          ['no', 'No reads', no],
        ]}
        most={100}
        onChange={onChange}
      />
      <ShownAsFields
        words={[
          ['yesShownAs', 'Yes worded as', yesShownAs, yes],
          ['noShownAs', 'No worded as', noShownAs, no],
        ]}
        onChange={onChange}
      />
    </>
  ),
}
