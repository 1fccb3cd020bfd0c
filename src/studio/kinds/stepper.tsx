'use client'

import { PlusSquare } from 'lucide-react'
import type { StudioKind } from './kind'
import { SteppedSettings } from './stepped'
import { unitWords } from './unit'

export const stepper: StudioKind<'stepper'> = {
  Mark: PlusSquare,
  Settings: ({ question, onChange }) => <SteppedSettings question={question} onChange={onChange} />,
  rarer: unitWords,
}
