'use client'

import { CircleDot } from 'lucide-react'
import type { StudioKind } from './kind'
import { LaidOutOptions } from './options'

const LOOKS = [
  ['list', 'A list'],
  ['buttons', 'Tiles'],
  ['menu', 'A menu'],
] as const

export const single_choice: StudioKind<'single_choice'> = {
  Mark: CircleDot,
  Settings: ({ question, onChange }) => <LaidOutOptions question={question} looks={LOOKS} onChange={onChange} />,
}
