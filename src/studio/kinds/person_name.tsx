'use client'

import { UserRound } from 'lucide-react'
import type { StudioKind } from './kind'
import { WordsFields } from './wordsFields'

export const person_name: StudioKind<'person_name'> = {
  Mark: UserRound,
  Settings: ({ question: { first, last }, onChange }) => (
    <WordsFields
      words={[
        ['first', 'First part', first],
        ['last', 'Last part', last],
      ]}
      most={60}
      onChange={onChange}
    />
  ),
}
