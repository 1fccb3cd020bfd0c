'use client'

import { ListOrdered } from 'lucide-react'
import type { SettingsProps, StudioKind } from './kind'
import { OptionalNumberBox } from './numberBox'
import { OptionsField } from './options'
import { ShuffledTick } from './shuffled'
import { WordedAs } from './wordedAs'

const RankingSettings = ({ question, onChange }: SettingsProps<'ranking'>) => (
  <>
    <OptionsField
      name={question.name}
      options={question.options}
      begin={(option) => ({ shownAs: '', ...option })}
      onChange={(next) => onChange({ options: next.slice(0, 12) }, 'options')}
    />
    <WordedAs
      summary="How the page words each option"
      options={question.options}
      onChange={(options, key) => onChange({ options }, `options.${key}`)}
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
