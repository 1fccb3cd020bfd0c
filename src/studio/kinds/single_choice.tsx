'use client'

import { CircleDot } from 'lucide-react'
import { ChoicesSettings } from './choices_settings'
import type { StudioKind } from './kind'

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
  ['pictures', 'Pictures'],
  ['menu', 'A menu'],
] as const

export const single_choice: StudioKind<'single_choice'> = {
  Mark: CircleDot,
  Settings: ({ question, onChange }) => (
    <ChoicesSettings question={question} looks={LOOKS} more={{}} onChange={onChange} />
  ),
}
