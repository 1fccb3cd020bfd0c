'use client'

import { ListOrdered } from 'lucide-react'
import type { SettingsProps, StudioKind } from './kind'
import { OptionalNumberBox } from './numberBox'
import { OptionsField } from './options'

const RankingSettings = ({ question: { name, options, places }, onChange }: SettingsProps<'ranking'>) => (
  <>
    <OptionsField
      name={name}
      options={options}
      begin={(option) => option}
      onChange={(next) => onChange({ options: next.slice(0, 12) }, 'options')}
    />
    <OptionalNumberBox
      label="Places given"
      whole
      least={1}
      most={12}
      value={places}
      onCommit={(next) => onChange({ places: next }, 'places')}
    />
  </>
)

export const ranking: StudioKind<'ranking'> = { Mark: ListOrdered, Settings: RankingSettings }
