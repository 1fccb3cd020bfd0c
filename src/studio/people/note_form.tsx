'use client'

import type { FormEvent } from 'react'
import { Button } from '../ui/button'

/** Control and Enter, or Command and Enter, keep it. */
export const NoteBox = ({ label, text, autoFocus }: { label: string; text: string; autoFocus?: boolean }) => (
  <textarea
    name="text"
    required
    rows={3}
    maxLength={20_000}
    autoFocus={autoFocus}
    aria-label={label}
    defaultValue={text}
    placeholder={text === '' ? 'What colleagues should know' : undefined}
    className="box w-full"
    onKeyDown={(event) => {
      if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) event.currentTarget.form?.requestSubmit()
    }}
  />
)

interface Props {
  busy: boolean
  /** Keeps it; `false` where it was not kept. */
  onAdd: (text: string) => Promise<boolean>
}

/** Room for another note. */
export function NoteForm({ busy, onAdd }: Props) {
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    if (await onAdd(String(new FormData(form).get('text') ?? ''))) form.reset()
  }
  return (
    <form onSubmit={(event) => void add(event)} className="space-y-1.5">
      <NoteBox label="A new note" text="" />
      <Button type="submit" disabled={busy}>
        Add the note
      </Button>
    </form>
  )
}
