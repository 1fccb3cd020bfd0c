'use client'

import type { Part } from '@/core/answers/kind'
import type { FillSource } from '@/core/form/definition'
import { pathSchema } from '@/core/answers/name'
import { showPlainly } from '@/core/answers/show_plainly'
import { PartField } from '../kinds/partField'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'

const SOURCES = [
  ['link', 'the link’s parameter'],
  ['record', 'their record (personal link)'],
  ['page_before', 'the page before'],
  ['form_before', 'the form before (its outcome leads here)'],
  ['constant', 'always the same'],
] as const

/** Where a value comes from before anyone types: an ordered list, the first that has it wins. */
export function FillEditor({
  fill,
  name,
  parts,
  onChange,
}: {
  fill: FillSource[]
  name: string
  /** Parts of the value, where it has any. */
  parts: readonly Part[]
  onChange: (fill: FillSource[]) => void
}) {
  const resources = useDraft((state) => state.resources)
  const fields = resources.fields.filter(({ record, retired }) => record === 'contact' && !retired)
  const begin = (from: string): FillSource => {
    switch (from) {
      case 'record':
        return {
          from: 'record',
          field: fields.find((field) => field.name === name)?.name ?? fields[0]?.name ?? 'email',
        }
      case 'form_before':
        return { from: 'form_before', value: name }
      case 'page_before':
        return { from: 'page_before' }
      case 'constant':
        return { from: 'constant', value: '' }
      default:
        return { from: 'link', parameter: name }
    }
  }
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
            options={SOURCES}
            onCommit={(from) => onChange(fill.with(index, { ...begin(from), part: source.part }))}
          />
          {source.from === 'link' ? (
            <TextField
              hideLabel
              mono
              label="Parameter"
              value={source.parameter}
              check={(text) => (/^[A-Za-z0-9_.-]{1,60}$/.test(text) ? null : 'Use letters, digits, _ . and -')}
              onCommit={(parameter) => onChange(fill.with(index, { ...source, parameter }))}
            />
          ) : source.from === 'record' ? (
            <ChoiceField
              hideLabel
              label="Record field"
              value={source.field}
              options={fields.map((field) => [field.name, field.label] as const)}
              onCommit={(field) => onChange(fill.with(index, { ...source, field }))}
            />
          ) : source.from === 'constant' ? (
            <TextField
              hideLabel
              label="Value"
              value={showPlainly(source.value)}
              onCommit={(value) => onChange(fill.with(index, { ...source, value }))}
            />
          ) : source.from === 'form_before' ? (
            <TextField
              hideLabel
              mono
              label="Its value"
              value={source.value}
              check={(text) => (pathSchema.safeParse(text).success ? null : 'Give a name, or a name and a part')}
              onCommit={(value) => onChange(fill.with(index, { ...source, value }))}
            />
          ) : (
            <span />
          )}
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
