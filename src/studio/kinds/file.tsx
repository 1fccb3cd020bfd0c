'use client'

import { Paperclip } from 'lucide-react'
import { FILE_SORT_NAMES, FILE_SORTS } from '@/core/answers/file_sorts'
import { Tick } from '../ui/field'
import type { SettingsProps, StudioKind } from './kind'
import { NumberBox } from './numberBox'

const FileSettings = ({ question: { sorts, megabytes, most }, onChange }: SettingsProps<'file'>) => (
  <>
    <span className="self-start pt-1 text-soft">Takes</span>
    <span role="group" aria-label="Takes" className="col-span-3 flex flex-wrap gap-x-3">
      {FILE_SORT_NAMES.map((sort) => (
        <Tick
          key={sort}
          label={FILE_SORTS[sort].words}
          on={sorts.includes(sort)}
          onCommit={(on) => {
            const next = FILE_SORT_NAMES.filter((one) => (one === sort ? on : sorts.includes(one)))
            // A question that takes nothing cannot be answered.
            if (next.length > 0) onChange({ sorts: next }, 'sorts')
          }}
        />
      ))}
    </span>
    <NumberBox
      label="Largest, in MB"
      whole
      least={1}
      most={500}
      value={megabytes}
      onCommit={(next) => onChange({ megabytes: next }, 'megabytes')}
    />
    <NumberBox
      label="Most files"
      whole
      least={1}
      most={20}
      value={most}
      onCommit={(next) => onChange({ most: next }, 'most')}
    />
  </>
)

export const file: StudioKind<'file'> = { Mark: Paperclip, Settings: FileSettings }
