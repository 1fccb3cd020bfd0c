'use client'

import { labelAt, pathsOf } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { ChoiceField, TextField } from '../ui/field'

interface Props {
  /** What it is called otherwise. */
  called: string
  value: string
  /** Names of the values it may use. */
  values: string[]
  onCommit: (shownAs: string) => void
}

/** How visitors read it, where that differs from what it is called: it may use what they answered before. */
export function ShownAs({ called, value, values, onCommit }: Props) {
  const form = useDraft((state) => state.form)
  const paths = pathsOf(form, values)
  return (
    <>
      <TextField
        label="On the page"
        value={value}
        placeholder={called || 'Nothing'}
        onCommit={(next) => onCommit(next.slice(0, 300))}
      />
      <ChoiceField
        label="Use an answer"
        value=""
        options={[
          ['', paths.length > 0 ? 'which one?' : 'none comes before it'],
          ...paths.map((path) => [path, labelAt(form, path)] as const),
        ]}
        onCommit={(path) => path && onCommit(`${value || called} {{ ${path} | default: "" }}`.trim())}
      />
    </>
  )
}
