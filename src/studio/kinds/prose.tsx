'use client'

import { Pilcrow } from 'lucide-react'
import { TextField, Tick } from '../ui/field'
import type { StudioKind } from './kind'

export const prose: StudioKind<'prose'> = {
  Mark: Pilcrow,
  Settings: ({ question: { text, divider }, onChange }) => (
    <>
      <TextField
        label="Text"
        rows={4}
        value={text}
        onCommit={(next) => onChange({ text: next.slice(0, 5000) }, 'text')}
      />
      <span className="col-span-2">
        <Tick label="a line above it" on={divider} onCommit={(next) => onChange({ divider: next }, 'divider')} />
      </span>
    </>
  ),
}
