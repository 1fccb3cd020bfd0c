'use client'

import { type FormEvent, type KeyboardEvent, type ReactNode, useState } from 'react'
import { type Answer, isList } from '@/core/answers/answer'
import type { NotDone } from '@/server/done'
import { type FieldType, type RecordField, showStored } from '@/core/fields/field'
import { quoted, Outside } from '../ui/outside'
import { Button } from '../ui/button'
import { useGo, useMay } from '../ui/here'
import { changeRecordAction } from './actions'
import { useChange } from './useChange'

interface Props {
  record: string
  field: RecordField
  value: Answer
}

/** A stored value that opens in its own place to be changed: Enter keeps it, Escape leaves it as it was. */
export function EditValue({ record, field, value }: Props) {
  const [open, setOpen] = useState(false)
  const { busy, change } = useChange()
  const may = useMay('answer')
  const go = useGo()
  const words = showStored(field, value)
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const to = CONTROLS[field.type].read(new FormData(event.currentTarget))
    const act = () => changeRecordAction({ id: record, values: { [field.name]: to } })
    // Whoever has that address or name already may be the same.
    const offer = ({ more: { other } }: NotDone) =>
      typeof other === 'string'
        ? { label: 'Compare…', onClick: () => go.to(`/people/merge?of=${record},${other}`) }
        : null
    if (await change(`${quoted(field.label)} is changed`, act, offer)) setOpen(false)
  }
  const shown = words ? <Outside>{words}</Outside> : <span className="text-soft">—</span>
  if (!may) return <span className="whitespace-pre-line">{shown}</span>
  if (!open)
    return (
      <button
        type="button"
        className="block w-full rounded-sm text-left whitespace-pre-line hover:bg-lit"
        onClick={() => setOpen(true)}
      >
        {shown}
        <span className="sr-only">, change {field.label}</span>
      </button>
    )
  const { Control } = CONTROLS[field.type]
  return (
    <form
      className="flex flex-wrap items-start gap-1.5"
      onSubmit={(event) => void keep(event)}
      onKeyDown={(event: KeyboardEvent) => event.key === 'Escape' && setOpen(false)}
    >
      <Control field={field} value={value} />
      <Button type="submit" disabled={busy}>
        Keep
      </Button>
      <Button look="quiet" onClick={() => setOpen(false)}>
        Leave it
      </Button>
    </form>
  )
}

interface Control {
  Control: (props: { field: RecordField; value: Answer }) => ReactNode
  read(data: FormData): Answer
}

const NAME = 'value'
const textOf = (value: Answer): string => (value === null || typeof value === 'object' ? '' : String(value))
const textIn = (data: FormData): string | null => String(data.get(NAME) ?? '').trim() || null

const textBox = (type: string, inputMode?: 'decimal' | 'tel' | 'url' | 'email'): Control => ({
  Control: ({ field, value }) => (
    <input
      autoFocus
      name={NAME}
      type={type}
      inputMode={inputMode}
      aria-label={field.label}
      defaultValue={textOf(value)}
      className="box min-w-40 flex-1"
    />
  ),
  read: textIn,
})

const numberBox: Control = {
  Control: ({ field, value }) => (
    <input
      autoFocus
      name={NAME}
      type="number"
      step="any"
      aria-label={field.label}
      defaultValue={textOf(value)}
      className="box min-w-32 flex-1"
    />
  ),
  read: (data) => {
    const text = textIn(data)
    return text === null ? null : Number(text)
  },
}

const chooser = (optionsOf: (field: RecordField) => readonly { value: string; label: string }[]): Control => ({
  Control: ({ field, value }) => (
    <select autoFocus name={NAME} aria-label={field.label} defaultValue={textOf(value)} className="box flex-1">
      <option value="">—</option>
      {optionsOf(field).map(({ value: option, label }) => (
        <option key={option} value={option}>
          {label}
        </option>
      ))}
    </select>
  ),
  read: textIn,
})

const yesOrNo: Control = {
  ...chooser(() => [
    { value: 'true', label: 'Yes' },
    { value: 'false', label: 'No' },
  ]),
  read: (data) => {
    const text = textIn(data)
    return text === null ? null : text === 'true'
  },
}

const longBox: Control = {
  Control: ({ field, value }) => (
    <textarea
      autoFocus
      name={NAME}
      rows={4}
      aria-label={field.label}
      defaultValue={textOf(value)}
      className="box w-full"
    />
  ),
  read: textIn,
}

const ticks: Control = {
  Control: ({ field, value }) => (
    <fieldset className="flex w-full flex-wrap gap-x-3">
      <legend className="sr-only">{field.label}</legend>
      {field.options.map(({ value: option, label }, index) => (
        <label key={option} className="flex items-center gap-1">
          <input
            type="checkbox"
            autoFocus={index === 0}
            name={NAME}
            value={option}
            defaultChecked={isList(value) && value.includes(option)}
          />{' '}
          {label}
        </label>
      ))}
    </fieldset>
  ),
  read: (data) => {
    const chosen = data.getAll(NAME).map(String)
    return chosen.length > 0 ? chosen : null
  },
}

/** How values of each type of field are entered. */
const CONTROLS: Record<FieldType, Control> = {
  text: textBox('text'),
  long_text: longBox,
  number: numberBox,
  money: numberBox,
  yes_no: yesOrNo,
  date: textBox('date'),
  choice: chooser(({ options }) => options),
  several_choices: ticks,
  phone: textBox('tel', 'tel'),
  link: textBox('url', 'url'),
  person: textBox('email', 'email'),
}
