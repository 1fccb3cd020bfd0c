'use client'

import { UserRound } from 'lucide-react'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { WordedFields, WordsFields } from './wordsFields'

const BOXES = [
  ['two', 'First and last name'],
  ['one', 'One box'],
] as const

const PersonNameSettings = ({ question: { boxes }, onChange }: SettingsProps<'person_name'>) => (
  <ChoiceField
    label="Asked in"
    wide
    value={boxes}
    options={BOXES}
    onCommit={(next) => onChange({ boxes: next as typeof boxes }, 'boxes')}
  />
)

function PartSettings({
  question: { boxes, first, last, firstShownAs, lastShownAs },
  onChange,
}: SettingsProps<'person_name'>) {
  if (boxes !== 'two') return null
  const words = [
    { key: 'first', label: 'First part', value: first, place: 'First', shownAs: firstShownAs },
    { key: 'last', label: 'Last part', value: last, place: 'Last', shownAs: lastShownAs },
  ] as const
  return (
    <>
      <WordsFields words={words} most={60} onChange={onChange} />
      <WordedFields words={words} onChange={onChange} />
    </>
  )
}

export const person_name: StudioKind<'person_name'> = {
  Mark: UserRound,
  Settings: PersonNameSettings,
  rarer: { sets: ['first', 'last', 'firstShownAs', 'lastShownAs'], Settings: PartSettings },
}
