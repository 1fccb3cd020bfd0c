import { sql } from 'kysely'
import { asJson, type Runner } from '../database'
import type { Answers } from '@/core/answers/answer'

/** A form's kept rehearsals, in the order they were kept. */
export async function listRehearsals(db: Runner, formId: string) {
  return db
    .selectFrom('rehearsal')
    .leftJoin('user as keeper', 'keeper.id', 'rehearsal.kept_by')
    .leftJoin('record', (join) => join.onRef('record.id', '=', 'rehearsal.contact').on('record.gone_by', 'is', null))
    .select([
      'rehearsal.id',
      'rehearsal.title',
      'rehearsal.values',
      'rehearsal.contact',
      'rehearsal.remembered',
      'rehearsal.tried',
      'record.key as contactEmail',
      'keeper.name as keptBy',
      'rehearsal.kept_at as keptAt',
    ])
    .where('rehearsal.form_id', '=', formId)
    .orderBy('rehearsal.kept_at')
    .orderBy('rehearsal.id')
    .execute()
}

export interface NewRehearsal {
  id: string
  title: string
  values: Answers
  contact: string | null
  /** Whether the contact is known by a browser that remembers them, and not by a personal link. */
  remembered: boolean
  /** Name of test values; `null` for nobody made up. */
  tried: string | null
  keptBy: string | null
}

/** Most rehearsals that are kept with a form: all of them run at once. */
export const MOST_REHEARSALS = 40

/**
 * Keeps a rehearsal; kept again under its id, it is kept once. `full` where the form has as many as it can, `taken`
 * where the id is another form's.
 */
export async function keepRehearsal(
  db: Runner,
  form: { id: string; workspaceId: string },
  { id, title, values, contact, remembered, tried, keptBy }: NewRehearsal,
): Promise<'kept' | 'full' | 'taken'> {
  const { rows } = await sql`
    insert into rehearsal (id, workspace_id, form_id, title, values, contact, remembered, tried, kept_by)
    select ${id}::uuid, ${form.workspaceId}::uuid, ${form.id}::uuid, ${title}, ${asJson(values)}::jsonb,
           ${contact}::uuid, ${remembered}, ${tried}, ${keptBy}
    where (select count(*) from rehearsal where form_id = ${form.id} and id <> ${id}) < ${MOST_REHEARSALS}
    on conflict (id) do update set title = excluded.title, values = excluded.values, contact = excluded.contact,
      remembered = excluded.remembered, tried = excluded.tried
    where rehearsal.form_id = excluded.form_id
    returning id
  `.execute(db)
  if (rows.length > 0) return 'kept'
  const taken = await db.selectFrom('rehearsal').select('id').where('id', '=', id).executeTakeFirst()
  return taken ? 'taken' : 'full'
}

export async function removeRehearsal(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const done = await db
    .deleteFrom('rehearsal')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()
  return done.numDeletedRows > 0n
}

/** Keeps a form's rehearsals with another form of its workspace, too. */
export async function copyRehearsals(db: Runner, fromForm: string, toForm: string): Promise<void> {
  await sql`
    insert into rehearsal (id, workspace_id, form_id, title, values, contact, remembered, tried, kept_by, kept_at)
    select gen_random_uuid(), workspace_id, ${toForm}, title, values, contact, remembered, tried, kept_by, kept_at
    from rehearsal where form_id = ${fromForm}
  `.execute(db)
}
