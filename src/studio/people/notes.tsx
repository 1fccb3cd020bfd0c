'use client'

import { type FormEvent, type KeyboardEvent, useState } from 'react'
import type { Note } from '@/db/queries/notes'
import { Button } from '../ui/button'
import { Only, useMay } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { addNoteAction, changeNoteAction, dropNoteAction } from './actions'
import { NoteBox, NoteForm } from './note_form'
import { useChange } from './useChange'

/** What members noted of a record, with who did and when, and room for another. */
export function Notes({ record, notes }: { record: string; notes: readonly Note[] }) {
  const may = useMay('answer')
  return (
    <section>
      <h2 className="mb-1.5">Notes</h2>
      <ul className="mb-2 space-y-2">
        {notes.map((note) => (
          <OneNote key={note.id} note={note} />
        ))}
      </ul>
      {notes.length === 0 && !may && <p className="text-soft">None.</p>}
      <Only may="answer">
        <NewNote record={record} />
      </Only>
    </section>
  )
}

function NewNote({ record }: { record: string }) {
  const { busy, run } = useChange()
  const add = async (text: string) => (await run(() => addNoteAction({ id: record, text }))) !== undefined
  return <NoteForm busy={busy} onAdd={add} />
}

function OneNote({ note }: { note: Note }) {
  const { id, text, who, writtenAt } = note
  const [open, setOpen] = useState(false)
  const { busy, change } = useChange()
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const next = String(new FormData(event.currentTarget).get('text') ?? '')
    if (await change('The note is changed', () => changeNoteAction({ id, text: next }))) setOpen(false)
  }
  return (
    <li className="border-l-2 border-moss pl-2">
      {open ? (
        <form
          onSubmit={(event) => void keep(event)}
          onKeyDown={(event: KeyboardEvent) => event.key === 'Escape' && setOpen(false)}
          className="space-y-1.5"
        >
          <NoteBox label="The note" text={text} autoFocus />
          <Button type="submit" disabled={busy}>
            Keep
          </Button>{' '}
          <Button look="quiet" onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </form>
      ) : (
        <>
          <p className="whitespace-pre-line">
            <Outside>{text}</Outside>
          </p>
          <p className="flex flex-wrap items-baseline gap-x-1 text-soft">
            <span>
              <Outside>{who ?? 'Somebody'}</Outside>, <Moment at={writtenAt} />
            </span>
            <Only may="answer">
              <Button look="quiet" className="py-0!" onClick={() => setOpen(true)}>
                Change
              </Button>
              <Button
                look="quiet"
                className="py-0!"
                disabled={busy}
                onClick={() => void change('The note is taken away', () => dropNoteAction({ id }))}
              >
                Take away
              </Button>
            </Only>
          </p>
        </>
      )}
    </li>
  )
}
