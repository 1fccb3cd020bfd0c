'use client'

import { Grid3x3 } from 'lucide-react'
import { Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { OptionsField } from './options'
import { ShuffledTick } from './shuffled'
import { WordedAs } from './wordedAs'

const MatrixSettings = ({ question, onChange }: SettingsProps<'matrix'>) => (
  <>
    <OptionsField
      name={`${question.name}-rows`}
      label="Rows, one a line"
      options={question.rows}
      begin={(row) => ({ shownAs: '', ...row })}
      onChange={(next) => onChange({ rows: next.slice(0, 30) }, 'rows')}
    />
    <OptionsField
      name={question.name}
      options={question.options}
      begin={(option) => ({ shownAs: '', ...option })}
      onChange={(next) => onChange({ options: next.slice(0, 12) }, 'options')}
    />
    <WordedAs
      summary="How the page words each row"
      options={question.rows}
      onChange={(rows, key) => onChange({ rows }, `rows.${key}`)}
    />
    <WordedAs
      summary="How the page words each option"
      options={question.options}
      onChange={(options, key) => onChange({ options }, `options.${key}`)}
    />
    <span className="col-span-3 col-start-2 flex gap-4">
      <ShuffledTick question={question} label="rows in another order for each visitor" onChange={onChange} />
      <Tick
        label="several in a row"
        on={question.several}
        onCommit={(next) => onChange({ several: next }, 'several')}
      />
    </span>
  </>
)

export const matrix: StudioKind<'matrix'> = { Mark: Grid3x3, Settings: MatrixSettings }
