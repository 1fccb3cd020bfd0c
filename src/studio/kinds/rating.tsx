'use client'

import { Flame } from 'lucide-react'
import { SYMBOLS } from '@/core/kinds/rating'
import { ChoiceField } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'

const SYMBOL_WORDS: Record<(typeof SYMBOLS)[number], string> = {
  flame: 'Flames',
  pot: 'Pots',
  leaf: 'Leaves',
  drop: 'Drops',
}

const RatingSettings = ({ question: { points, symbol }, onChange }: SettingsProps<'rating'>) => (
  <>
    <NumberBox
      label="Points"
      whole
      least={2}
      most={10}
      value={points}
      onCommit={(next) => onChange({ points: next }, 'points')}
    />
    <ChoiceField
      label="Shown as"
      value={symbol}
      options={SYMBOLS.map((one) => [one, SYMBOL_WORDS[one]])}
      onCommit={(next) => onChange({ symbol: next as typeof symbol }, 'symbol')}
    />
  </>
)

export const rating: StudioKind<'rating'> = { Mark: Flame, Settings: RatingSettings }
