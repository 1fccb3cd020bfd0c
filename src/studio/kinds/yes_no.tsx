'use client'

import { ToggleLeft } from 'lucide-react'
import type { StudioKind } from './kind'
import { WordsFields } from './wordsFields'

export const yes_no: StudioKind<'yes_no'> = {
  Mark: ToggleLeft,
  Settings: ({ question: { yes, no }, onChange }) => (
    <WordsFields
      words={[
        ['yes', 'Yes reads', yes],
        ['no', 'No reads', no],
      ]}
      most={100}
      onChange={onChange}
    />
  ),
}
