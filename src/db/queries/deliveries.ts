import { sql } from 'kysely'
import { asJson, type Runner } from '../database'
import type { DeliveryBody } from '../schema'

export interface NewDelivery {
  id: string
  workspace_id: string
  submission_id: string
  key: string
  body: DeliveryBody
  because: string
  created_at: string
}

/** Writes deliveries to the Outbox and queues each, in one statement. */
export async function addDeliveries(db: Runner, deliveries: readonly NewDelivery[]): Promise<void> {
  if (deliveries.length === 0) return
  await sql`
    with added as (
      insert into delivery (id, workspace_id, submission_id, key, body, because, created_at)
      select id, workspace_id, submission_id, key, body, because, created_at
      from jsonb_to_recordset(${asJson(deliveries)}::jsonb) as row(id uuid, workspace_id uuid,
        submission_id uuid, key text, body jsonb, because text, created_at timestamptz)
      on conflict (submission_id, key) do nothing
      returning id
    )
    select count(jobs) from (select array_agg(
      ('deliver', json_build_object('delivery', id), null, null, null, null, null, null)::graphile_worker.job_spec
    ) as specs from added having count(*) > 0) all_added, graphile_worker.add_jobs(specs) jobs
  `.execute(db)
}

export async function findWaiting(db: Runner, id: string) {
  return db
    .selectFrom('delivery')
    .select(['id', 'body', 'attempts'])
    .where('id', '=', id)
    .where('state', '=', 'waiting')
    .executeTakeFirst()
}

export async function markDelivered(db: Runner, id: string, at: Date): Promise<void> {
  await db
    .updateTable('delivery')
    .set((eb) => ({
      state: 'delivered',
      attempts: eb('attempts', '+', 1),
      error: null,
      next_at: null,
      settled_at: at,
    }))
    .where('id', '=', id)
    .where('state', '=', 'waiting')
    .execute()
}

/** Notes a failure and queues the next attempt, in one statement. */
export async function postponeDelivery(db: Runner, id: string, error: string, next: Date): Promise<void> {
  await sql`
    with postponed as (
      update delivery set attempts = attempts + 1, error = ${error}, next_at = ${next}
      where id = ${id} and state = 'waiting'
      returning id
    )
    select graphile_worker.add_job('deliver', json_build_object('delivery', id), run_at := ${next}::timestamptz)
    from postponed
  `.execute(db)
}

export async function giveUpDelivery(db: Runner, id: string, error: string, at: Date): Promise<void> {
  await db
    .updateTable('delivery')
    .set((eb) => ({
      state: 'given_up',
      attempts: eb('attempts', '+', 1),
      error,
      next_at: null,
      settled_at: at,
    }))
    .where('id', '=', id)
    .where('state', '=', 'waiting')
    .execute()
}

/** Sends a delivery again that was given up, or that is waiting for its next attempt. */
export async function resendDelivery(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const { rows } = await sql`
    with again as (
      update delivery set state = 'waiting', attempts = 0, next_at = null, settled_at = null
      where id = ${id} and workspace_id = ${workspaceId} and state <> 'delivered'
      returning id
    )
    select graphile_worker.add_job('deliver', json_build_object('delivery', id)) from again
  `.execute(db)
  return rows.length > 0
}

export async function readDeliveries(db: Runner, workspaceId: string, submissionId: string) {
  return db
    .selectFrom('delivery')
    .select(['id', 'key', 'body', 'because', 'state', 'attempts', 'error', 'next_at', 'settled_at', 'created_at'])
    .where('workspace_id', '=', workspaceId)
    .where('submission_id', '=', submissionId)
    .orderBy('key')
    .execute()
}

export async function countGivenUp(db: Runner, workspaceId: string): Promise<number> {
  const { n } = await db
    .selectFrom('delivery')
    .select((eb) => eb.fn.countAll<string>().as('n'))
    .where('workspace_id', '=', workspaceId)
    .where('state', '=', 'given_up')
    .executeTakeFirstOrThrow()
  return Number(n)
}

/** What is not delivered yet, or the latest deliveries of any state, newest first. */
export async function listDeliveries(db: Runner, workspaceId: string, which: 'open' | 'all', limit: number) {
  return db
    .selectFrom('delivery')
    .innerJoin('submission', 'submission.id', 'delivery.submission_id')
    .innerJoin('form', 'form.id', 'submission.form_id')
    .select([
      'delivery.id',
      'delivery.body',
      'delivery.state',
      'delivery.attempts',
      'delivery.error',
      'delivery.created_at as createdAt',
      'delivery.next_at as nextAt',
      'delivery.settled_at as settledAt',
      'submission.id as submission',
      'form.name as formName',
    ])
    .where('delivery.workspace_id', '=', workspaceId)
    .$if(which === 'open', (query) => query.where('delivery.state', '<>', 'delivered'))
    .orderBy('delivery.created_at', 'desc')
    .orderBy('delivery.id', 'desc')
    .limit(limit)
    .execute()
}
