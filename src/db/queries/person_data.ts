import type { LinkParameters } from '@/core/answers/link_parameters'
import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { DeliveryBody } from '@/core/dispatch/targets/bodies'
import type { Outcome } from '@/core/dispatch/outcome'
import type { Origins } from '@/core/origins/origin'
import type { Came } from '@/core/inlets/came'
import type { Runner } from '../database'
import { postHolds, type Traces } from './traces'

/** A submission with all that is kept of it and its visit, and the form as it was then. */
export interface SentInFull {
  id: string
  form: string
  formName: string
  release: number
  definition: unknown
  state: string
  receivedAt: Date
  locale: string | null
  source: string | null
  pageBefore: string | null
  link: LinkParameters
  values: Answers
  origins: Origins
  outcome: Outcome
  before: { at: string; values: Answers }[]
}

/** Submissions by id, in the order they came. */
export async function readSentInFull(db: Runner, ids: readonly string[]): Promise<SentInFull[]> {
  const { rows } = await sql<SentInFull>`
    select submission.id, form.slug as form, form.name as "formName", release.number as release, release.definition,
      submission.state, submission.received_at as "receivedAt", submission.locale, visit.source,
      submission.page_before as "pageBefore", submission.link, submission."values", submission.origins,
      submission.outcome, (
        select coalesce(json_agg(json_build_object('at', cause.at, 'values', before."values") order by cause.seq), '[]')
        from answers_before before join cause on cause.id = before.cause_id where before.submission_id = submission.id
      ) as before
    from submission join form on form.id = submission.form_id join release on release.id = submission.release_id
    left join visit on visit.form_id = submission.form_id and visit.id = submission.visit_id
    where submission.id = any(${ids}::uuid[]) order by submission.seq
  `.execute(db)
  return rows
}

/** Entries that somebody left midway, or began with their link. */
export async function readEntriesOf(db: Runner, workspaceId: string, { ids, addresses }: Traces) {
  const { rows } = await sql<{
    form: string
    definition: unknown
    arrivedAt: Date
    lastAt: Date
    source: string
    pageBefore: string | null
    answers: Answers
  }>`
    select form.name as form, release.definition, arrived_at as "arrivedAt", last_at as "lastAt", source,
      page_before as "pageBefore", answers
    from visit join form on form.id = visit.form_id
    join release on release.form_id = visit.form_id and release.number = visit.release_number
    where visit.workspace_id = ${workspaceId} and answers is not null and sent_at is null
      and (link_holder = any(${ids}::uuid[])
        or (visit.form_id = any(array(select id from form where workspace_id = ${workspaceId}))
          and left_by = any(${addresses}::text[])))
    order by arrived_at
  `.execute(db)
  return rows
}

/** What came to inlets with one of their addresses in a field, and was not taken, or not all of it. */
export async function readPostsOf(db: Runner, workspaceId: string, { addresses }: Traces) {
  const { rows } = await sql<{ form: string; inlet: string; receivedAt: Date; came: Came }>`
    select form.name as form, inlet.title as inlet, post.received_at as "receivedAt", post.came
    from inlet_post post join inlet on inlet.id = post.inlet_id join form on form.id = inlet.form_id
    where post.workspace_id = ${workspaceId} and ${postHolds(addresses)}
    order by post.seq
  `.execute(db)
  return rows
}

/** Files that came with submissions, in the order they came. */
export async function readFilesOf(db: Runner, submissions: readonly string[]) {
  const { rows } = await sql<{ id: string; name: string; type: string | null; bytes: number; submission: string }>`
    select id, name, type, bytes, submission_id as submission from file
    where submission_id = any(${submissions}::uuid[]) and not gone order by begun_at
  `.execute(db)
  return rows
}

/** Deliveries by id, in the order they were planned. */
export async function readDeliveriesInFull(db: Runner, ids: readonly string[]) {
  const { rows } = await sql<{
    id: string
    body: DeliveryBody
    connection: string | null
    state: string
    createdAt: Date
    settledAt: Date | null
  }>`
    select delivery.id, body, connection.title as connection, state, delivery.created_at as "createdAt",
      settled_at as "settledAt"
    from delivery left join connection
      on connection.workspace_id = delivery.workspace_id and connection.name = delivery.connection
    where delivery.id = any(${ids}::uuid[]) order by delivery.created_at, delivery.key
  `.execute(db)
  return rows
}

/** Deals and requests of these people with their notes. */
export async function readOpenedInFull(db: Runner, workspaceId: string, ids: readonly string[]) {
  const { rows } = await sql<{
    id: string
    type: 'deal' | 'request'
    values: Answers
    createdAt: Date
    notes: { text: string; at: string }[]
  }>`
    select id, type, "values", created_at as "createdAt", (
        select coalesce(json_agg(json_build_object('text', text, 'at', written_at) order by written_at), '[]')
        from note where note.record_id = record.id
      ) as notes
    from record where workspace_id = ${workspaceId} and type in ('deal', 'request') and gone_by is null
      and contact_id = any(${ids}::uuid[]) order by created_at
  `.execute(db)
  return rows
}
