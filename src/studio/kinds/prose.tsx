'use client'

import { Pilcrow } from 'lucide-react'
import type { ShownOn } from '@/core/answers/shown_on'
import { ChoiceField, TextField, Tick } from '../ui/field'
import { PictureField } from './pictures'
import { SHOWN_ON_WORDS } from './shown_on'
import type { StudioKind } from './kind'

export const prose: StudioKind<'prose'> = {
  Mark: Pilcrow,
  Settings: ({ question: { label, text, picture, divider, on }, onChange }) => (
    <>
      <TextField
        label="Text"
        rows={4}
        value={text}
        onCommit={(next) => onChange({ text: next.slice(0, 5000) }, 'text')}
      />
      <span className="col-start-1 text-soft">Picture</span>
      <div className="col-span-3">
        <PictureField
          of={label}
          picture={picture}
          shape="whole"
          onChange={(next) => onChange({ picture: next }, 'picture')}
        />
      </div>
      <ChoiceField
        label="Shows on"
        value={on}
        options={SHOWN_ON_WORDS}
        onCommit={(next) => onChange({ on: next as ShownOn }, 'on')}
      />
      <span className="col-start-2">
        <Tick label="a line above it" on={divider} onCommit={(next) => onChange({ divider: next }, 'divider')} />
      </span>
    </>
  ),
}
