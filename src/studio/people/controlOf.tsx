'use client'

import type { ReactNode } from 'react'
import { type Answer, isList } from '@/core/answers/answer'
import type { FieldType, RecordField } from '@/core/fields/field'

/** How a value of one type of field is entered, in a form that has one such. */
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

export const controlOf = ({ type }: RecordField): Control => CONTROLS[type]
