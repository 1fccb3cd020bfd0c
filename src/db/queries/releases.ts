import { sql } from 'kysely'
import type { Form } from '@/core/form/definition'
import type { Holding } from '@/core/form/taken_away'
import { asJson, type Runner } from '../database'

export async function insertRelease(
  db: Runner,
  form: { id: string; workspaceId: string },
  number: number,
  definition: Form,
  changes: string[],
  userId: string | null,
  at: Date | null,
): Promise<string> {
  const released = sql<Date>`coalesce(${at}::timestamptz, now())`
  await db
    .updateTable('release')
    .set({ replaced_at: released })
    .where('form_id', '=', form.id)
    .where('replaced_at', 'is', null)
    .execute()
  const { id } = await db
    .insertInto('release')
    .values({
      workspace_id: form.workspaceId,
      form_id: form.id,
      number,
      definition: asJson(definition),
      changes: asJson(changes),
      released_by: userId,
      released_at: released,
    })
    .returning('id')
    .executeTakeFirstOrThrow()
  await db.updateTable('form').set({ live_release_id: id }).where('id', '=', form.id).execute()
  return id
}

export async function readReleases(db: Runner, formId: string) {
  return db
    .selectFrom('release')
    .leftJoin('user', 'user.id', 'release.released_by')
    .select(['release.id', 'release.number', 'release.changes', 'release.released_at as releasedAt', 'user.name as by'])
    .where('form_id', '=', formId)
    .orderBy('number', 'desc')
    .execute()
}

/** How many arrived at each release of a form, and sent it, by its number. */
export const countReleases = (db: Runner, formId: string) =>
  db
    .selectFrom('readout_day')
    .select('release_number as number')
    .select(sql<number>`sum(arrived)::int`.as('arrived'))
    .select(sql<number>`sum(sent)::int`.as('sent'))
    .where('form_id', '=', formId)
    .groupBy('release_number')
    .execute()

/** A release of a form by its number. */
export const findRelease = (db: Runner, formId: string, number: number) =>
  db
    .selectFrom('release')
    .select(['id', 'number', 'definition', 'replaced_at as replacedAt'])
    .where('form_id', '=', formId)
    .where('number', '=', number)
    .executeTakeFirst()

/**
 * How many answers there are to each of these values since a moment: sent, and kept of unfinished entries. As in the
 * numbers, tests, spam, and what is in the bin count nowhere.
 */
export async function countHolding(
  db: Runner,
  formId: string,
  names: readonly string[],
  since: Date,
): Promise<Record<string, Holding>> {
  if (names.length === 0) return {}
  const { rows } = await sql<{ name: string; sent: number; unfinished: number }>`
    with sent as (
      select name, count(*)::int as n
      from submission, unnest(${names}::text[]) name
      where form_id = ${formId} and received_at >= ${since} and state <> 'spam' and binned_at is null and not is_test
        and "values" ->> name is not null
      group by name
    ), kept as (
      select name, count(*)::int as n
      from visit, unnest(${names}::text[]) name
      where form_id = ${formId} and sent_at is null and not sent_after_all and not is_test
        and answers ->> name is not null
      group by name
    )
    select name, coalesce(sent.n, 0) as sent, coalesce(kept.n, 0) as unfinished
    from unnest(${names}::text[]) name left join sent using (name) left join kept using (name)
  `.execute(db)
  return Object.fromEntries(rows.map(({ name, ...held }) => [name, held]))
}
