'use client'

import { ToggleLeft } from 'lucide-react'
import type { SettingsProps, StudioKind } from './kind'
import { WordedFields, WordsFields } from './wordsFields'

export const yes_no: StudioKind<'yes_no'> = {
  Mark: ToggleLeft,
  Settings: ({ question, onChange }) => <WordsFields words={wordsOf(question)} most={100} onChange={onChange} />,
  rarer: {
    sets: ['yesShownAs', 'noShownAs'],
    Settings: ({ question, onChange }) => <WordedFields words={wordsOf(question)} onChange={onChange} />,
  },
}

const wordsOf = ({ yes, no, yesShownAs, noShownAs }: SettingsProps<'yes_no'>['question']) =>
  [
    { key: 'yes', label: 'Yes reads', value: yes, place: 'Yes', shownAs: yesShownAs },
    { key: 'no', label: 'No reads', value: no, place: 'No', shownAs: noShownAs },
  ] as const
