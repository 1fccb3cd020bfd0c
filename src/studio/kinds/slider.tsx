'use client'

import { SlidersHorizontal } from 'lucide-react'
import type { StudioKind } from './kind'
import { SteppedSettings } from './stepped'
import { unitWords } from './unit'

export const slider: StudioKind<'slider'> = {
  Mark: SlidersHorizontal,
  Settings: ({ question, onChange }) => <SteppedSettings question={question} onChange={onChange} />,
  rarer: unitWords,
}
