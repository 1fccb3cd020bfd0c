'use client'

import { type InputHTMLAttributes, type ReactNode, useEffect, useId, useRef, useState } from 'react'
import { insertMerge, type Mergeable, MergeInsert } from './mergeInsert'

interface TextProps {
  label: string
  value: string
  onCommit: (value: string) => void
  /** Says what is wrong with a text; `null` for nothing. A wrong text is shown, and not kept. */
  check?: (value: string) => string | null
  /** Whether it cannot be left empty. */
  filled?: boolean
  rows?: number
  mono?: boolean
  hideLabel?: boolean
  /** Whether it takes the whole row of a grid. */
  wide?: boolean
  placeholder?: string
  /** When the text is kept: at every key, or on leaving the field. */
  when?: 'typing' | 'leaving'
  /** Texts it may be, to choose from; any other may be typed. */
  suggestions?: readonly string[]
  /** Values it may use: offered at a button, and as two braces are typed. */
  merges?: readonly Mergeable[]
  inputMode?: InputHTMLAttributes<HTMLInputElement>['inputMode']
  type?: 'text' | 'date' | 'time' | 'datetime-local'
}

const isWritten = (text: string): string | null => (text.trim() === '' ? 'Write something here' : null)

/** A text that keeps itself as it is typed, as soon as it is sound. */
export function TextField(props: TextProps) {
  const { label, value, onCommit, filled, rows, mono, hideLabel, placeholder, when = 'typing' } = props
  const check = props.check ?? (filled ? isWritten : undefined)
  const id = useId()
  const [text, setText] = useState(value)
  const [base, setBase] = useState(value)
  const [merging, setMerging] = useState(false)
  const box = useRef<HTMLInputElement & HTMLTextAreaElement>(null)
  // The value changed elsewhere, as by undo: show that.
  if (value !== base) {
    setBase(value)
    setText(value)
  }
  const wrong = check?.(text) ?? null
  const keep = (next: string) => {
    if (next === value || (check?.(next) ?? null) !== null) return
    setBase(next)
    onCommit(next)
  }
  const merge = (path: string) => {
    const { text: next, cursor } = insertMerge(text, box.current?.selectionStart ?? text.length, path)
    setMerging(false)
    setText(next)
    keep(next)
    requestAnimationFrame(() => {
      box.current?.focus()
      box.current?.setSelectionRange(cursor, cursor)
    })
  }
  const shared = {
    id,
    ref: box,
    className: `box ${mono ? 'name' : ''} ${props.merges ? 'pr-14!' : ''}`,
    value: text,
    placeholder,
    'aria-label': hideLabel ? label : undefined,
    'aria-invalid': wrong !== null || undefined,
    'aria-describedby': wrong ? `${id}-wrong` : undefined,
    onChange: (event: { target: { value: string } }) => {
      setText(event.target.value)
      const { value: typed } = event.target
      if (props.merges && typed.length > text.length && typed.slice(0, box.current?.selectionStart ?? 0).endsWith('{{'))
        setMerging(true)
      if (when === 'typing') keep(event.target.value)
    },
    onBlur: () => {
      if (wrong !== null) setText(value)
      else keep(text)
    },
  }
  return (
    <div className="contents">
      {!hideLabel && (
        <FieldLabel of={id} wide={props.wide}>
          {label}
        </FieldLabel>
      )}
      <div className={`${props.wide ? 'col-span-3' : ''} ${props.merges ? 'relative' : ''}`.trim() || undefined}>
        {props.merges && (
          <span className="absolute top-0.5 right-0.5">
            <MergeInsert into={id} values={props.merges} open={merging} onOpenChange={setMerging} onChoose={merge} />
          </span>
        )}
        {rows ? (
          <textarea rows={rows} {...shared} />
        ) : (
          <input
            type={props.type}
            list={props.suggestions && `${id}-texts`}
            inputMode={props.inputMode}
            {...shared}
            onKeyDown={(event) => {
              if (event.key === 'Enter') keep(text)
            }}
          />
        )}
        {props.suggestions && (
          <datalist id={`${id}-texts`}>
            {props.suggestions.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        )}
        {wrong && (
          <p id={`${id}-wrong`} className="mt-0.5 text-red">
            {wrong}
          </p>
        )}
      </div>
    </div>
  )
}

const FieldLabel = ({ of, wide, children }: { of: string; wide: boolean | undefined; children: string }) => (
  <label htmlFor={of} className={`text-soft ${wide ? 'col-start-1' : ''}`}>
    {children}
  </label>
)

interface ChoiceProps {
  label: string
  value: string
  options: readonly (readonly [value: string, label: string])[]
  onCommit: (value: string) => void
  hideLabel?: boolean
  /** Whether it takes the whole row of a grid. */
  wide?: boolean
  className?: string
}

export function ChoiceField({ label, value, options, onCommit, hideLabel, wide, className = '' }: ChoiceProps) {
  const id = useId()
  const known = options.some(([option]) => option === value)
  return (
    <div className="contents">
      {!hideLabel && (
        <FieldLabel of={id} wide={wide}>
          {label}
        </FieldLabel>
      )}
      <select
        id={id}
        className={`box ${wide ? 'col-span-3' : ''} ${className}`}
        aria-label={hideLabel ? label : undefined}
        value={value}
        onChange={(event) => onCommit(event.target.value)}
      >
        {!known && <option value={value}>{value || '—'}</option>}
        {options.map(([option, text]) => (
          <option key={option} value={option}>
            {text}
          </option>
        ))}
      </select>
    </div>
  )
}

export function Tick({ label, on, onCommit }: { label: ReactNode; on: boolean; onCommit: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-1.5">
      <input
        type="checkbox"
        className="accent-moss"
        checked={on}
        onChange={(event) => onCommit(event.target.checked)}
      />
      {label}
    </label>
  )
}

/** Text a list is narrowed by; settles before it is used. */
export function useSettled<T>(value: T, milliseconds: number): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds)
    return () => clearTimeout(timer)
  }, [value, milliseconds])
  return settled
}
