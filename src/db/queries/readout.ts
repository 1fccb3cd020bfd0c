import { sql, type Transaction } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { Runner } from '../database'
import type { Database } from '../schema'

/** Sources told apart on one form-day; the rest count together, since anybody can write a tag. */
const MOST_SOURCES = 200

/** The zone whose days a form is counted in. */
const zoneOf = (formId: string) =>
  sql`(select time_zone from workspace join form on form.workspace_id = workspace.id where form.id = ${formId})`

/** What the rest are called. */
export const OTHER_SOURCES = 'Other sources'

/**
 * Whether a visit of a form counts. One whose submission is kept as spam, or is in the bin, is nobody's: it counts once
 * somebody says that it is real, or restores it. That of a colleague who tries the form never does.
 */
const counts = (formId: string) => sql`not visit.is_test and not exists (
  select from submission where form_id = ${formId} and visit_id = visit.id and (state = 'spam' or binned_at is not null))`

/**
 * Counts one form's day anew from its visits and puts the result in place of what stood there. A day is the day on
 * which visitors arrived, in the workspace's time zone, so that everything they do later counts where they came from.
 * Beyond the commonest sources of the day all count together; each visit keeps its own.
 */
export async function recountDay(db: Transaction<Database>, formId: string, day: string): Promise<void> {
  // On a day when much came since the database last looked how much there is, it would go through all submissions
  // for each visit.
  await sql`select set_config('enable_nestloop', 'off', true), set_config('jit', 'off', true)`.execute(db)
  await sql`select pg_advisory_xact_lock(hashtextextended(${`readout ${formId} ${day}`}, 0))`.execute(db)
  await sql`delete from readout_day where form_id = ${formId} and day = ${day}::date`.execute(db)
  await sql`
    insert into readout_day (workspace_id, form_id, day, source, release_number,
      arrived, began, sent, unfinished, returned, steps, stopped)
    with visits as (
      select * from visit
      where form_id = ${formId}
        and arrived_at >= ${day}::date::timestamp at time zone ${zoneOf(formId)}
        and arrived_at < (${day}::date + 1)::timestamp at time zone ${zoneOf(formId)}
        and ${counts(formId)}
    ), commonest as (
      select source from visits group by source order by count(*) desc, source limit ${MOST_SOURCES}
    ), of_day as (
      select workspace_id, form_id, release_number, began_at, sent_at, returned_at, steps, answers, sent_after_all,
        case when visits.source in (select source from commonest) then visits.source else ${OTHER_SOURCES}::text end as source
      from visits
    ), by_step as (
      select source, release_number, step, count(*) as reached,
        count(*) filter (where sent_at is null and step = steps[cardinality(steps)]) as stopped
      from of_day, unnest(steps) step group by 1, 2, 3
    ), steps as (
      select source, release_number, jsonb_object_agg(step, reached) as reached,
        jsonb_object_agg(step, stopped) as stopped
      from by_step group by 1, 2
    )
    select workspace_id, form_id, ${day}::date, source, release_number,
      count(*), count(began_at), count(sent_at),
      count(*) filter (where answers is not null and sent_at is null and not sent_after_all), count(returned_at),
      coalesce(steps.reached, '{}'), coalesce(steps.stopped, '{}')
    from of_day left join steps using (source, release_number)
    group by workspace_id, form_id, source, release_number, steps.reached, steps.stopped
  `.execute(db)
}

/**
 * Counts every day of a form anew, as after its workspace's time zone has changed. Days that nobody arrived on any
 * more are gone.
 */
export async function recountForm(db: Transaction<Database>, formId: string): Promise<void> {
  const { rows } = await sql<{ day: string }>`
    select day::text from readout_day where form_id = ${formId}
    union
    select (arrived_at at time zone ${zoneOf(formId)})::date::text from visit where form_id = ${formId}
    order by 1
  `.execute(db)
  for (const { day } of rows) await recountDay(db, formId, day)
}

/** Asks for a recount of every form of a workspace. */
export async function queueRecount(db: Runner, workspaceId: string): Promise<void> {
  await sql`
    select graphile_worker.add_job('count_form', json_build_object('formId', id), job_key := 'count form:' || id)
    from form where workspace_id = ${workspaceId}
  `.execute(db)
}

/** Counts of the days from `from` to `to`, both included (`YYYY-MM-DD`). */
export async function readDays(db: Runner, formIds: readonly string[], from: string, to: string) {
  if (formIds.length === 0) return []
  return db
    .selectFrom('readout_day')
    .selectAll()
    .where('form_id', 'in', formIds)
    .where('day', '>=', from)
    .where('day', '<=', to)
    .orderBy('day')
    .execute()
}

/** Median seconds from beginning to sending, of the visits that arrived on those days. */
export async function readMedianSeconds(db: Runner, formId: string, from: string, to: string): Promise<number | null> {
  const { rows } = await sql<{ median: number | null }>`
    select percentile_cont(0.5) within group (order by extract(epoch from sent_at - began_at))::float8 as median
    from visit
    where form_id = ${formId} and ${counts(formId)} and sent_at is not null and sent_at > began_at
      and arrived_at >= ${from}::date::timestamp at time zone ${zoneOf(formId)}
      and arrived_at < (${to}::date + 1)::timestamp at time zone ${zoneOf(formId)}
  `.execute(db)
  return rows[0]?.median ?? null
}

/** What was sent on those days, the latest first, without what was known and so not asked. */
export async function readSentValues(
  db: Runner,
  formId: string,
  from: string,
  to: string,
  most: number,
): Promise<{ values: Answers; known: string[] }[]> {
  return db
    .selectFrom('submission')
    .select(
      sql<Answers>`case when origins::text like '%"known"%' then "values" - ${knownNames} else "values" end`.as(
        'values',
      ),
    )
    .select(sql<string[]>`case when origins::text like '%"known"%' then ${knownNames} else '{}' end`.as('known'))
    .where('form_id', '=', formId)
    .where('state', '<>', 'spam')
    .where('binned_at', 'is', null)
    .where('is_test', '=', false)
    .where('received_at', '>=', sql<Date>`${from}::date::timestamp at time zone ${zoneOf(formId)}`)
    .where('received_at', '<', sql<Date>`(${to}::date + 1)::timestamp at time zone ${zoneOf(formId)}`)
    .orderBy('received_at', 'desc')
    .limit(most)
    .execute()
}

/** What a submission did not ask, since it was known. */
const knownNames = sql`array(select key from jsonb_each_text(origins) where value = 'known')`

/** Arrivals of a release in the last 30 days by the routing row that fitted. */
export async function countRouted(db: Runner, releaseId: string): Promise<Record<string, number>> {
  const { rows } = await sql<{ row: string; n: number }>`
    select coalesce(routed ->> 'row', 'otherwise') as row, count(*)::int as n
    from submission, jsonb_array_elements(plan -> 'routed') routed
    where release_id = ${releaseId} and state = 'applied' and binned_at is null and not is_test and received_at > now() - interval '30 days'
    group by 1
  `.execute(db)
  return Object.fromEntries(rows.map(({ row, n }) => [row, n]))
}
