'use client'

import { type FormEvent, useState } from 'react'
import type { Resources } from '@/core/examine/examine'
import {
  FIELD_TYPES,
  type FieldType,
  hasOptions,
  isBuiltIn,
  RECORD_TYPES,
  RECORD_WORDS,
  type RecordField,
  type RecordType,
  rulesOfField,
} from '@/core/fields/field'
import { OptionsField } from '../kinds/options'
import { Button } from '../ui/button'
import { ChoiceField, TextField } from '../ui/field'
import { toast } from '../ui/toast'
import type { Changed } from './change'
import { addFieldAction, orderFieldsAction, setFieldAction } from './actions'
import { Only, OnlyToRead } from '../ui/here'

const TYPES = FIELD_TYPES.map((type) => [type, rulesOfField(type).words] as const)

/** The fields of every sort of record: what they are called, what they store, in which order, and which are retired. */
export function Fields({
  fields,
  onSaved,
}: {
  fields: readonly RecordField[]
  onSaved: (resources: Resources) => void
}) {
  const [record, setRecord] = useState<RecordType>('contact')
  const [open, setOpen] = useState<string | null>(null)
  const here = fields.filter((field) => field.record === record)
  const names = here.map(({ name }) => name)
  const keep = (result: Changed<unknown, Resources>) => (result.ok ? onSaved(result.now) : toast(result.message))
  const change = async (field: RecordField, part: Partial<RecordField>) => {
    const { label, type, options, retired } = { ...field, ...part }
    keep(await setFieldAction({ record, name: field.name, label, type, options, retired }))
  }
  const move = async (index: number, by: -1 | 1) => {
    const name = names[index] ?? ''
    keep(await orderFieldsAction({ record, names: names.toSpliced(index, 1).toSpliced(index + by, 0, name) }))
  }
  return (
    <section id="fields">
      <div className="mb-1.5 flex items-center gap-3">
        <h2>Fields</h2>
        <span role="group" aria-label="Record" className="flex rounded-sm border border-edge bg-white">
          {RECORD_TYPES.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={record === one}
              onClick={() => setRecord(one)}
              className={`px-2 py-0.5 ${record === one ? 'bg-moss-bg text-moss' : ''}`}
            >
              {RECORD_WORDS[one]}
            </button>
          ))}
        </span>
      </div>
      <table className="sheet">
        <thead className="sr-only">
          <tr>
            <th>Label</th>
            <th>Name</th>
            <th>Type</th>
            <th>Change</th>
          </tr>
        </thead>
        <tbody>
          {here.map((field, index) => (
            <FieldRow
              key={`${record}.${field.name}`}
              field={field}
              open={open === `${record}.${field.name}`}
              onToggle={() => setOpen((now) => (now === `${record}.${field.name}` ? null : `${record}.${field.name}`))}
              onChange={(part) => void change(field, part)}
              onUp={index > 0 ? () => void move(index, -1) : null}
              onDown={index < here.length - 1 ? () => void move(index, 1) : null}
            />
          ))}
        </tbody>
      </table>
      <Only may="edit">
        <NewField record={record} onAdd={async (label, type) => keep(await addFieldAction({ record, label, type }))} />
      </Only>
    </section>
  )
}

interface RowProps {
  field: RecordField
  open: boolean
  onToggle: () => void
  onChange: (part: Partial<RecordField>) => void
  onUp: (() => void) | null
  onDown: (() => void) | null
}

function FieldRow({ field, open, onToggle, onChange, onUp, onDown }: RowProps) {
  const { name, label, type, options, retired } = field
  const builtIn = isBuiltIn(field)
  return (
    <>
      <tr className={open ? 'bg-lit' : ''}>
        <td>
          <button
            type="button"
            aria-expanded={open}
            onClick={onToggle}
            className={`rounded-sm text-left ${retired ? 'text-soft line-through' : ''}`}
          >
            {label}
          </button>
        </td>
        <td className="name text-soft">{name}</td>
        <td className="text-soft">
          {rulesOfField(type).words}
          {hasOptions(type) && ` of ${options.length}`}
          {retired && ' · retired'}
        </td>
        <td className="text-right whitespace-nowrap">
          <Only may="edit">
            <Button look="quiet" aria-label={`Move ${label} up`} disabled={!onUp} onClick={() => onUp?.()}>
              ↑
            </Button>
            <Button look="quiet" aria-label={`Move ${label} down`} disabled={!onDown} onClick={() => onDown?.()}>
              ↓
            </Button>
          </Only>
        </td>
      </tr>
      {open && (
        <tr className="bg-lit">
          <td colSpan={4}>
            <OnlyToRead unless="edit">
              <div className="grid grid-cols-[112px_minmax(0,1fr)] items-center gap-x-3 gap-y-2 pb-2">
                <TextField
                  label="Label"
                  value={label}
                  when="leaving"
                  check={(text) => (text.trim() === '' ? 'Give it a name' : null)}
                  onCommit={(next) => onChange({ label: next.slice(0, 80) })}
                />
                {builtIn ? (
                  <>
                    <span className="text-soft">Stores</span>
                    <span>{rulesOfField(type).words}, in every workspace</span>
                  </>
                ) : (
                  <ChoiceField
                    label="Stores"
                    value={type}
                    options={TYPES}
                    onCommit={(next) => onChange({ type: next as FieldType })}
                  />
                )}
                {hasOptions(type) && (
                  <OptionsField
                    begin={(option) => option}
                    name={`${field.record}-${name}`}
                    options={options}
                    onChange={(next) => onChange({ options: next })}
                  />
                )}
                {!builtIn && (
                  <>
                    <span />
                    <span>
                      <Button onClick={() => onChange({ retired: !retired })}>
                        {retired ? 'Offer it again' : 'Retire it: keep what is stored, offer it no more'}
                      </Button>
                    </span>
                  </>
                )}
              </div>
            </OnlyToRead>
          </td>
        </tr>
      )}
    </>
  )
}

function NewField({ record, onAdd }: { record: RecordType; onAdd: (label: string, type: FieldType) => Promise<void> }) {
  const [type, setType] = useState<FieldType>('text')
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    await onAdd(String(new FormData(form).get('label') ?? ''), type)
    form.reset()
  }
  const what = `${RECORD_WORDS[record].toLowerCase()} field`
  return (
    <form onSubmit={(event) => void submit(event)} className="mt-1.5 flex items-center gap-1.5">
      <input
        name="label"
        required
        maxLength={80}
        aria-label={`New ${what}`}
        placeholder={`New ${what}…`}
        className="box max-w-52"
      />
      <ChoiceField
        hideLabel
        label="It stores"
        className="max-w-40"
        value={type}
        options={TYPES}
        onCommit={(next) => setType(next as FieldType)}
      />
      <Button type="submit">Add {what}</Button>
    </form>
  )
}
