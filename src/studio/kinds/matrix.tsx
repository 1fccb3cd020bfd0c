'use client'

import { Grid3x3 } from 'lucide-react'
import { Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { OptionsField } from './options'

const MatrixSettings = ({ question: { name, rows, options, several }, onChange }: SettingsProps<'matrix'>) => (
  <>
    <OptionsField
      name={`${name}-rows`}
      label="Rows, one a line"
      options={rows}
      begin={(row) => row}
      onChange={(next) => onChange({ rows: next.slice(0, 30) }, 'rows')}
    />
    <OptionsField
      name={name}
      options={options}
      begin={(option) => option}
      onChange={(next) => onChange({ options: next.slice(0, 12) }, 'options')}
    />
    <span className="col-start-2">
      <Tick label="several in a row" on={several} onCommit={(next) => onChange({ several: next }, 'several')} />
    </span>
  </>
)

export const matrix: StudioKind<'matrix'> = { Mark: Grid3x3, Settings: MatrixSettings }
