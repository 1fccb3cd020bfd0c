'use client'

import { ListOrdered } from 'lucide-react'
import type { SettingsProps, StudioKind } from './kind'
import { OptionalNumberBox } from './numberBox'
import { OptionsField } from './options'
import { ShuffledTick } from './shuffled'

const RankingSettings = ({ question, onChange }: SettingsProps<'ranking'>) => (
  <>
    <OptionsField
      name={question.name}
      options={question.options}
      begin={(option) => option}
      onChange={(next) => onChange({ options: next.slice(0, 12) }, 'options')}
    />
    <OptionalNumberBox
      label="Places given"
      whole
      least={1}
      most={12}
      value={question.places}
      onCommit={(next) => onChange({ places: next }, 'places')}
    />
    <span className="col-span-3 col-start-2">
      <ShuffledTick question={question} onChange={onChange} />
    </span>
  </>
)

export const ranking: StudioKind<'ranking'> = { Mark: ListOrdered, Settings: RankingSettings }
