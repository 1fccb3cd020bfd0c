'use client'

import type { Part } from '@/core/answers/kind'
import type { ReactNode } from 'react'
import type { RecordField } from '@/core/fields/field'
import { beginFill, type Fill, SOURCE_NAMES, type SourceName, sourceOf } from '@/core/origins/registry'
import { pathSchema } from '@/core/answers/name'
import { showPlainly } from '@/core/answers/show_plainly'
import { PartField } from '../kinds/partField'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'

/** How the settings of each source are entered. */
const SETTINGS: { [N in SourceName]: (props: SettingsProps<Extract<Fill, { from: N }>>) => ReactNode } = {
  link: ({ fill, onChange }) => (
    <TextField
      hideLabel
      mono
      label="Parameter"
      value={fill.parameter}
      check={(text) => (/^[A-Za-z0-9_.-]{1,60}$/.test(text) ? null : 'Use letters, digits, _ . and -')}
      onCommit={(parameter) => onChange({ ...fill, parameter })}
    />
  ),
  record: ({ fill, fields, onChange }) => (
    <ChoiceField
      hideLabel
      label="Record field"
      value={fill.field}
      options={fields.map((field) => [field.name, field.label] as const)}
      onCommit={(field) => onChange({ ...fill, field })}
    />
  ),
  page_before: () => <span />,
  form_before: ({ fill, onChange }) => (
    <TextField
      hideLabel
      mono
      label="Its value"
      value={fill.value}
      check={(text) => (pathSchema.safeParse(text).success ? null : 'Give a name, or a name and a part')}
      onCommit={(value) => onChange({ ...fill, value })}
    />
  ),
  constant: ({ fill, onChange }) => (
    <TextField
      hideLabel
      label="Value"
      value={showPlainly(fill.value)}
      onCommit={(value) => onChange({ ...fill, value })}
    />
  ),
}

interface SettingsProps<F> {
  fill: F
  /** The contact’s fields. */
  fields: readonly RecordField[]
  onChange: (fill: F) => void
}

function Settings(props: SettingsProps<Fill>) {
  const Of = SETTINGS[props.fill.from] as (props: SettingsProps<Fill>) => ReactNode
  return Of(props)
}

const MENU = SOURCE_NAMES.map((from) => [from, sourceOf({ from }).words] as const)

/** Where a value comes from before anyone types: an ordered list, the first that has it wins. */
export function FillEditor({
  fill,
  name,
  parts,
  onChange,
}: {
  fill: Fill[]
  name: string
  /** Parts of the value, where it has any. */
  parts: readonly Part[]
  onChange: (fill: Fill[]) => void
}) {
  const resources = useDraft((state) => state.resources)
  const fields = resources.fields.filter(({ record, retired }) => record === 'contact' && !retired)
  const begin = (from: string) => beginFill(from as SourceName, name, fields)
  return (
    <div className="space-y-1.5">
      {fill.length === 0 && <span className="mr-2 text-soft">nothing</span>}
      {fill.map((source, index) => (
        <div key={index} className="grid grid-cols-[auto_minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-1.5">
          {parts.length > 0 ? (
            <PartField
              label="Part filled"
              parts={parts}
              part={source.part}
              onChange={(part) => onChange(fill.with(index, { ...source, part }))}
            />
          ) : (
            <span className="w-9 text-soft">{index === 0 ? 'first' : 'then'}</span>
          )}
          <ChoiceField
            hideLabel
            label="Source"
            value={source.from}
            options={MENU}
            onCommit={(from) => onChange(fill.with(index, { ...begin(from), part: source.part }))}
          />
          <Settings fill={source} fields={fields} onChange={(changed) => onChange(fill.with(index, changed))} />
          <Button
            look="quiet"
            aria-label={`Take away source ${index + 1}`}
            onClick={() => onChange(fill.toSpliced(index, 1))}
          >
            ×
          </Button>
        </div>
      ))}
      <Button look="quiet" onClick={() => onChange([...fill, { ...begin('link'), part: parts[0]?.name }])}>
        Add a source
      </Button>
    </div>
  )
}
