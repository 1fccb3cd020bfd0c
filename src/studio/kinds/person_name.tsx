'use client'

import { UserRound } from 'lucide-react'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { WordsFields } from './wordsFields'

const BOXES = [
  ['two', 'First and last name'],
  ['one', 'One box'],
] as const

const PersonNameSettings = ({
  question: { boxes, first, last, firstShownAs, lastShownAs },
  onChange,
}: SettingsProps<'person_name'>) => (
  <>
    <ChoiceField
      label="Asked in"
      wide
      value={boxes}
      options={BOXES}
      onCommit={(next) => onChange({ boxes: next as typeof boxes }, 'boxes')}
    />
    {boxes === 'two' && (
      <WordsFields
        words={[
          { key: 'first', label: 'First part', value: first, place: 'First', shownAs: firstShownAs },
          { key: 'last', label: 'Last part', value: last, place: 'Last', shownAs: lastShownAs },
        ]}
        most={60}
        onChange={onChange}
      />
    )}
  </>
)

export const person_name: StudioKind<'person_name'> = { Mark: UserRound, Settings: PersonNameSettings }
