import { randomUUID } from 'node:crypto'
import type { Doer } from '@/core/changes/cause'
import type { DeedName } from '@/core/changes/deeds'
import { NO_CHANGES } from '@/core/changes/change_set'
import { slotOfNote } from '@/core/changes/slot'
import type { Db } from '@/db/database'
import { findNote } from '@/db/queries/notes'
import { type Done, done, notDone } from '../done'
import { changeOne } from './changeRecord'

/** Writes a note to a record. Gives its id. */
export async function addNote(
  db: Db,
  workspaceId: string,
  record: string,
  text: string,
  by: Doer,
): Promise<Done<string>> {
  const note = randomUUID()
  const written = await writeNote(db, workspaceId, { note, record, from: null, to: text, by, deed: 'addNote' })
  return written.ok ? done(note) : written
}

/** Writes a note anew; `null` takes it away. */
export async function changeNote(
  db: Db,
  workspaceId: string,
  note: string,
  text: string | null,
  by: Doer,
): Promise<Done<string | null>> {
  const found = await findNote(db, workspaceId, note)
  if (!found) return notDone(404, 'There is no such note.')
  const deed = text === null ? 'dropNote' : 'changeNote'
  return writeNote(db, workspaceId, { note, record: found.record, from: found.text, to: text, by, deed })
}

interface Writing {
  note: string
  record: string
  from: string | null
  to: string | null
  by: Doer
  deed: DeedName
}

const writeNote = (db: Db, workspaceId: string, { note, record, from, to, by, deed }: Writing) =>
  changeOne(db, workspaceId, record, { by, deed }, () => ({
    ...NO_CHANGES,
    changes: from === to ? [] : [{ record, slot: slotOfNote(note), from, to, because: `Noted by ${by.name}` }],
  }))
