'use client'

import { UserRound } from 'lucide-react'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { ShownAsFields } from './shownAsFields'
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
      <>
        <WordsFields
          words={[
            ['first', 'First part', first],
            ['last', 'Last part', last],
          ]}
          most={60}
          onChange={onChange}
        />
        <ShownAsFields
          words={[
            ['firstShownAs', 'First worded as', firstShownAs, first],
            ['lastShownAs', 'Last worded as', lastShownAs, last],
          ]}
          onChange={onChange}
        />
      </>
    )}
  </>
)

export const person_name: StudioKind<'person_name'> = { Mark: UserRound, Settings: PersonNameSettings }
