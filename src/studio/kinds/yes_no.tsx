'use client'

import { ToggleLeft } from 'lucide-react'
import { TextField } from '../ui/field'
import type { StudioKind } from './kind'
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
      <TextField
        label="Yes worded as"
        value={yesShownAs}
        placeholder={yes}
        onCommit={(text) => onChange({ yesShownAs: text.slice(0, 300) }, 'yesShownAs')}
      />
      <TextField
        label="No worded as"
        value={noShownAs}
        placeholder={no}
        onCommit={(text) => onChange({ noShownAs: text.slice(0, 300) }, 'noShownAs')}
      />
    </>
  ),
}
