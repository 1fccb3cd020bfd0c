import type { LinkParameters } from '@/core/answers/link_parameters'
import { type RawBuilder, sql } from 'kysely'
import type { VisitProgress } from '@/core/readout/visit'
import { asJson, type Runner } from '../database'
import type { VisitEventKind } from '../schema_of_visits'
import { lockNames } from './clock'

export interface StoredVisit extends VisitProgress {
  id: string
  workspaceId: string
  formId: string
  releaseNumber: number
  source: string
  link: LinkParameters
  pageBefore: string | null
  linkHolder: string | null
  /** The personal link that it came by. */
  linkId: string | null
  /** The browser that remembered whose visit it is. */
  browserId: string | null
  /** The address among the answers that are kept. */
  leftBy: string | null
  /** Names of the parameters that its link had and nobody read; `null` for none. */
  unread: string[] | null
  /** Whether whoever left them sent the form later, in another visit. */
  sentAfterAll: boolean
  /** Whether it came by a personal link that the browser remembered no visit by. */
  newBrowser: boolean
  /** Whether a colleague tries the form: it counts nowhere. */
  test: boolean
}

export interface VisitKey {
  formId: string
  visitId: string
}

/**
 * Takes visits in hand until the transaction ends, those that do not exist yet included, so that whatever is
 * told of one visit at once is taken in turn. Tells the moment, and which have a submission already.
 */
export async function lockVisits(
  db: Runner,
  keys: readonly VisitKey[],
): Promise<{ now: Date; visits: StoredVisit[]; sent: VisitKey[] }> {
  const now = await lockNames(
    db,
    keys.map(({ formId, visitId }) => `visit ${formId} ${visitId}`),
  )
  const among = (form: 'form_id', visit: 'id' | 'visit_id') =>
    sql<boolean>`(${sql.ref(form)}, ${sql.ref(visit)}) in (select form, visit from unnest(
      ${keys.map(({ formId }) => formId)}::uuid[], ${keys.map(({ visitId }) => visitId)}::uuid[]) as keys(form, visit))`
  const [visits, sent] = [
    await visitQuery(db).where(among('form_id', 'id')).execute(),
    await db
      .selectFrom('submission')
      .select(['form_id as formId', 'visit_id as visitId'])
      .where(among('form_id', 'visit_id'))
      .execute(),
  ]
  return { now, visits: visits.map(asVisit), sent }
}

/** A visit and for how many seconds nothing has been heard of it, seen from `at` (`null`: from now). */
export async function findVisit(
  db: Runner,
  { formId, visitId }: VisitKey,
  at: Date | null,
): Promise<{ visit: StoredVisit; quiet: number } | null> {
  const row = await visitQuery(db)
    .select(sql<number>`extract(epoch from coalesce(${at}::timestamptz, now()) - last_at)::float8`.as('quiet'))
    .where('form_id', '=', formId)
    .where('id', '=', visitId)
    .executeTakeFirst()
  return row ? { visit: asVisit(row), quiet: row.quiet } : null
}

const visitQuery = (db: Runner) => db.selectFrom('visit').selectAll('visit')

function asVisit(row: Awaited<ReturnType<ReturnType<typeof visitQuery>['execute']>>[number]): StoredVisit {
  return {
    id: row.id,
    workspaceId: row.workspace_id,
    formId: row.form_id,
    releaseNumber: row.release_number,
    arrivedAt: row.arrived_at.toISOString(),
    beganAt: row.began_at?.toISOString() ?? null,
    sentAt: row.sent_at?.toISOString() ?? null,
    returnedAt: row.returned_at?.toISOString() ?? null,
    lastAt: row.last_at.toISOString(),
    steps: row.steps,
    source: row.source,
    link: row.link,
    pageBefore: row.page_before,
    linkHolder: row.link_holder,
    linkId: row.link_id,
    browserId: row.browser_id,
    answers: row.answers,
    leftBy: row.left_by,
    unread: row.unread,
    sentAfterAll: row.sent_after_all,
    newBrowser: row.new_browser,
    test: row.is_test,
  }
}

export async function writeVisits(db: Runner, visits: readonly StoredVisit[]): Promise<void> {
  if (visits.length === 0) return
  await sql`
    insert into visit (id, workspace_id, form_id, release_number, arrived_at, began_at, sent_at, returned_at,
      last_at, steps, source, link, page_before, link_holder, link_id, browser_id, answers, left_by, unread,
      sent_after_all, new_browser, is_test)
    select id, "workspaceId", "formId", "releaseNumber", "arrivedAt", "beganAt", "sentAt", "returnedAt",
      "lastAt", steps, source, link, "pageBefore", "linkHolder", "linkId", "browserId", nullif(answers, 'null'::jsonb), "leftBy", unread,
      "sentAfterAll", "newBrowser", test
    from jsonb_to_recordset(${asJson(visits)}::jsonb) as row(
      id uuid, "workspaceId" uuid, "formId" uuid, "releaseNumber" integer, "arrivedAt" timestamptz,
      "beganAt" timestamptz, "sentAt" timestamptz, "returnedAt" timestamptz, "lastAt" timestamptz,
      steps text[], source text, link jsonb, "pageBefore" text, "linkHolder" uuid, "linkId" uuid, "browserId" uuid, answers jsonb,
      "leftBy" text, unread text[], "sentAfterAll" boolean, "newBrowser" boolean, test boolean)
    on conflict (form_id, id) do update set
      began_at = excluded.began_at, sent_at = excluded.sent_at, returned_at = excluded.returned_at,
      last_at = excluded.last_at, steps = excluded.steps, answers = excluded.answers,
      left_by = excluded.left_by, sent_after_all = excluded.sent_after_all,
      source = excluded.source, link = excluded.link, page_before = excluded.page_before, unread = excluded.unread
  `.execute(db)
}

/** Who has sent a form, and in which visit. */
export interface SentVisit {
  formId: string
  visitId: string
  contactId: string
  email: string
  sentAt: string
}

/**
 * Marks what these people had left behind in other visits to the same form: they sent it after all. Gives the visits
 * that are marked now and were not before.
 */
export async function markSentAfterAll(db: Runner, sent: readonly SentVisit[]) {
  if (sent.length === 0) return []
  const { rows } = await sql<{ formId: string; workspaceId: string; arrivedAt: Date }>`
    update visit set sent_after_all = true
    from jsonb_to_recordset(${asJson(sent)}::jsonb) as row(
      "formId" uuid, "visitId" uuid, "contactId" uuid, email text, "sentAt" timestamptz)
    where visit.form_id = "formId" and visit.id <> "visitId" and visit.arrived_at < "sentAt"
      and answers is not null and sent_at is null and not sent_after_all
      and (left_by = email or link_holder = "contactId"
        or link_holder in (select part.id from record part where part.merged_into = "contactId"))
    returning visit.form_id as "formId", visit.workspace_id as "workspaceId", visit.arrived_at as "arrivedAt"
  `.execute(db)
  return rows.map(({ arrivedAt, ...row }) => ({ ...row, arrivedAt: arrivedAt.toISOString() }))
}

export interface NewVisitEvent {
  workspace_id: string
  form_id: string
  visit_id: string
  at: string
  kind: VisitEventKind
  step: string | null
  source: string | null
}

export async function addVisitEvents(db: Runner, events: readonly NewVisitEvent[]): Promise<void> {
  if (events.length === 0) return
  await sql`
    insert into visit_event (workspace_id, form_id, visit_id, at, kind, step, source)
    select workspace_id, form_id, visit_id, at, kind, step, source
    from jsonb_to_recordset(${asJson(events)}::jsonb) as row(
      workspace_id uuid, form_id uuid, visit_id uuid, at timestamptz, kind text, step text, source text)
  `.execute(db)
}

/** Makes the monthly parts of the event table, UTC months, from `back` months ago to `ahead` months on. */
export async function ensureEventMonths(db: Runner, back: number, ahead: number): Promise<void> {
  await sql`
    select ensure_visit_event_month(((now() at time zone 'UTC') + make_interval(months => n))::date)
    from generate_series(${-back}::int, ${ahead}::int) n
  `.execute(db)
}

/** Asks for a recount soon of the form-days on which these visits arrived; asking again before it runs changes nothing. */
export async function queueReadout(
  db: Runner,
  visits: readonly { formId: string; workspaceId: string; arrivedAt: string }[],
): Promise<void> {
  if (visits.length === 0) return
  const rows = visits.map(({ formId, workspaceId, arrivedAt }) => ({ formId, workspaceId, arrivedAt }))
  await readoutJobs(
    sql`jsonb_to_recordset(${asJson(rows)}::jsonb) as row("formId" text, "workspaceId" uuid, "arrivedAt" timestamptz)`,
  ).execute(db)
}

/** Queues a count of each day on which one of these visits arrived. */
export const readoutJobs = (visits: RawBuilder<unknown>) => sql`
    select graphile_worker.add_job('count_readout', json_build_object('formId', "formId", 'day', day),
      job_key := 'readout:' || "formId" || ':' || day, job_key_mode := 'preserve_run_at',
      run_at := now() + interval '500 milliseconds')
    from (
      select distinct "formId", ("arrivedAt" at time zone time_zone)::date::text as day
      from ${visits}
      join workspace on workspace.id = "workspaceId" order by 1, 2
    ) days`
