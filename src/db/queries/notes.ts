import type { Runner } from '../database'

export const findNote = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('note')
    .select(['record_id as record', 'text'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()

/** The notes of a record, the latest first, each with who wrote it as it reads now. */
export const listNotes = (db: Runner, workspaceId: string, record: string, most = 200) =>
  db
    .selectFrom('note')
    .innerJoin('cause', (join) =>
      join.onRef('cause.workspace_id', '=', 'note.workspace_id').onRef('cause.id', '=', 'note.cause_id'),
    )
    .select(['note.id', 'note.text', 'cause.who', 'note.written_at as writtenAt'])
    .where('note.workspace_id', '=', workspaceId)
    .where('note.record_id', '=', record)
    .orderBy('note.written_at', 'desc')
    .orderBy('note.id')
    .limit(most)
    .execute()

export type Note = Awaited<ReturnType<typeof listNotes>>[number]
