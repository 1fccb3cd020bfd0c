'use client'

import type { ShownSubmission } from '@/server/submissions/showSubmission'
import { NoteForm } from '../people/note_form'
import { Button } from '../ui/button'
import { Only } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'
import { dropSubmissionNoteAction, noteSubmissionAction } from './actions'

type Note = ShownSubmission['submission']['notes'][number]

/** What colleagues should know of a submission, and room for more. */
export function SubmissionNotes({ id, notes }: { id: string; notes: readonly Note[] }) {
  const { busy, run } = useRun()
  const add = async (text: string) => (await run(() => noteSubmissionAction({ id, text }))) !== undefined
  const drop = async (note: Note) => {
    if ((await run(() => dropSubmissionNoteAction({ id: note.id }))) === undefined) return
    toast('The note is taken away', { action: { label: 'Undo', onClick: () => void add(note.text) } })
  }
  return (
    <section aria-label="Notes" className="mt-5">
      <h2 className="mb-1.5">Notes</h2>
      <ul className="mb-2 space-y-2">
        {notes.map((note) => (
          <li key={note.id} className="border-l-2 border-moss pl-2">
            <p className="whitespace-pre-line">
              <Outside>{note.text}</Outside>
            </p>
            <p className="flex flex-wrap items-baseline gap-x-1 text-soft">
              <span>
                <Outside>{note.who}</Outside>, <Moment at={note.writtenAt} />
              </span>
              <Only may="answer">
                <Button look="quiet" className="py-0!" disabled={busy} onClick={() => void drop(note)}>
                  Take away
                </Button>
              </Only>
            </p>
          </li>
        ))}
      </ul>
      <Only may="answer">
        <NoteForm busy={busy} onAdd={add} />
      </Only>
    </section>
  )
}
