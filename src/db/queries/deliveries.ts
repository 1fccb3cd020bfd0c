import { sql } from 'kysely'
import { asJson, type Db, type Runner } from '../database'
import { chooseSorting, type Cursor, holdsWords, momentKey, numberKey, readPage, type SortKeys, textKey } from './list'
import { ERASED_ASIDE } from '@/core/dispatch/aside'
import type { DeliveryBody } from '@/core/dispatch/targets/bodies'
import { lockNames } from './clock'
import { endTrouble, turnsOf } from './lanes'

export interface NewDelivery {
  id: string
  workspace_id: string
  /** What made it: a submission, or something else that somebody did. */
  cause_id: string
  key: string
  body: DeliveryBody
  because: string
  created_at: string
  /** Not before this; nothing where it goes out at once. */
  due_at?: string | null
  form_id: string | null
  /** The visitor's address where it is a mail to one. */
  visitor: string | null
  connection: string | null
}

/** Writes deliveries to the Outbox and has their lanes take a turn, in one statement. */
export async function addDeliveries(db: Runner, deliveries: readonly NewDelivery[]): Promise<void> {
  if (deliveries.length === 0) return
  await sql`
    with added as (
      insert into delivery (id, workspace_id, cause_id, key, body, because, created_at, form_id, visitor,
        connection, due_at, next_at)
      select id, workspace_id, cause_id, key, body, because, created_at, form_id, visitor, connection, due_at, due_at
      from jsonb_to_recordset(${asJson(deliveries)}::jsonb) as row(id uuid, workspace_id uuid,
        cause_id uuid, key text, body jsonb, because text, created_at timestamptz,
        form_id uuid, visitor text, connection text, due_at timestamptz)
      on conflict (cause_id, key) do nothing
      returning workspace_id, coalesce(connection, '') as connection
    ), lane as (select distinct workspace_id, connection from added)
    ${turnsOf(sql`lane`)}
  `.execute(db)
}

/** A visitor's address gets at most this many mails an hour from one form. */
const MAILS_AN_HOUR = 4

/** How long a worker may have a delivery in hand, in seconds; whoever dies holding one holds it no longer. */
const LEASE = 12

export interface HeldDelivery {
  id: string
  workspace_id: string
  body: DeliveryBody
  connection: string | null
  attempts: number
  /** The visitor's mailbox where it is a mail to one. */
  visitor: string | null
  /** When it was taken, by the database's clock. */
  now: Date
}

/**
 * Takes waiting deliveries in hand, so that nobody else sends them meanwhile; not those that are settled, not due yet,
 * or in other hands. A mail to a visitor who has had as many as one address may get from one form is put off, and
 * says so. `visitor` is the name of its lock.
 */
export async function takeDeliveries(
  tx: Runner,
  deliveries: readonly { id: string; visitor: string | null }[],
): Promise<HeldDelivery[]> {
  // One at a time for one visitor and form, so that each counts those taken just before it.
  const visitors = deliveries.flatMap(({ visitor }) => visitor ?? [])
  if (visitors.length > 0) await lockNames(tx, visitors)
  const held = await takeFree(
    tx,
    deliveries.flatMap(({ id, visitor }) => (visitor === null ? [id] : [])),
  )
  for (const { id, visitor } of deliveries) {
    const one = visitor === null ? null : await takeInTurn(tx, id)
    if (one) held.push(one)
  }
  return held
}

/** Takes those in hand that no visitor has a say in. */
async function takeFree(tx: Runner, ids: readonly string[]): Promise<HeldDelivery[]> {
  if (ids.length === 0) return []
  const { rows } = await sql<HeldDelivery>`
    update delivery set lease_until = clock_timestamp() + make_interval(secs => ${LEASE})
    where id = any(${ids}::uuid[]) and state = 'waiting' and visitor is null
      and coalesce(next_at, created_at) <= clock_timestamp() and (lease_until is null or lease_until <= clock_timestamp())
    returning id, workspace_id, body, connection, attempts, visitor, clock_timestamp() as now
  `.execute(tx)
  return rows
}

async function takeInTurn(tx: Runner, id: string): Promise<HeldDelivery | null> {
  const { rows } = await sql<HeldDelivery & { taken: boolean }>`
    with waiting as (
      select *, clock_timestamp() as now from delivery where id = ${id} and state = 'waiting' for update
    ), mailed as (
      select count(*) as n, count(*) filter (where other.state = 'delivered') as had,
        min(case when other.state = 'delivered' then other.settled_at + interval '1 hour 1 second' else other.lease_until end) as free_at
      from waiting join delivery other on other.form_id = waiting.form_id and other.visitor = waiting.visitor
        and other.id <> waiting.id
        and (other.state = 'delivered' and other.settled_at > waiting.now - interval '1 hour'
          or other.state = 'waiting' and other.lease_until > waiting.now)
    ), judged as (
      select waiting.*, case
          when lease_until > now then lease_until
          when next_at > now then next_at
          when mailed.n >= ${MAILS_AN_HOUR} then free_at
        end as later, mailed.n >= ${MAILS_AN_HOUR} and coalesce(lease_until, now) <= now as many, had
      from waiting, mailed
    ), held as (
      update delivery set
        lease_until = case when later is null then now + make_interval(secs => ${LEASE}) else delivery.lease_until end,
        next_at = case when later is not null and many then later else delivery.next_at end,
        error = case when later is not null and many and had >= ${MAILS_AN_HOUR}
          then 'Waits: this address has had ' || ${MAILS_AN_HOUR}::int || ' mails from this form within the hour.'
          else delivery.error end
      from judged where delivery.id = judged.id
      returning delivery.id, delivery.workspace_id, delivery.body, delivery.connection, delivery.attempts, delivery.visitor, judged.now, later
    )
    select id, workspace_id, body, connection, attempts, visitor, now, later is null as taken from held
  `.execute(tx)
  const held = rows[0]
  return held?.taken ? held : null
}

/** Settles a delivery that was taken. `note` tells what is worth knowing although it went out. */
export const markDelivered = (db: Runner, id: string, note: string | null): Promise<void> =>
  settle(db, id, 'delivered', note)

/** Leaves a delivery in the Outbox with its reason, to be sent again by hand. */
export const giveUpDelivery = (db: Runner, id: string, error: string): Promise<void> =>
  settle(db, id, 'given_up', error)

async function settle(db: Runner, id: string, state: 'delivered' | 'given_up', error: string | null): Promise<void> {
  await db
    .updateTable('delivery')
    .set((eb) => ({
      state,
      attempts: eb('attempts', '+', 1),
      error,
      next_at: null,
      lease_until: null,
      settled_at: sql<Date>`clock_timestamp()`,
    }))
    .where('id', '=', id)
    .where('state', '=', 'waiting')
    .execute()
}

/** Notes a failure; the next attempt is due so many seconds from now. */
export async function postponeDelivery(db: Runner, id: string, error: string, seconds: number): Promise<void> {
  await sql`
    update delivery set attempts = attempts + 1, error = ${error}, lease_until = null,
      next_at = clock_timestamp() + make_interval(secs => ${seconds})
    where id = ${id} and state = 'waiting'
  `.execute(db)
}

/**
 * Sends a delivery again that was given up, or that is waiting for its next attempt: with all its attempts
 * before it, and at once, even where its lane rests. What waits until somebody has confirmed goes out by nothing else:
 * where it was put aside, it waits again.
 */
export const resendDelivery = (db: Db, workspaceId: string, id: string): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    const again = await tx
      .updateTable('delivery')
      .set({ state: 'waiting', attempts: 0, settled_at: null, aside_for: null, aside_by: null })
      .set('next_at', sql`case when ${isWithheld} then due_at end`)
      .where('id', '=', id)
      .where('workspace_id', '=', workspaceId)
      .where('state', '<>', 'delivered')
      .where(sql<boolean>`not (${isWithheld} and state = 'waiting')`)
      .where((eb) => eb.or([eb('aside_for', 'is', null), eb('aside_for', '<>', ERASED_ASIDE)]))
      .returning('connection')
      .executeTakeFirst()
    if (!again) return false
    await endTrouble(tx, { workspace: workspaceId, connection: again.connection ?? '' })
    return true
  })

/** What waits until somebody has confirmed lists. */
const isWithheld = sql<boolean>`jsonb_exists(delivery.body, 'withheld')`

/** What waits for its time, of which nothing has been tried: nobody has it in hand. */
const isWaitingForItsTime = sql<boolean>`state = 'waiting' and due_at > clock_timestamp() and attempts = 0
  and next_at is not null and (lease_until is null or lease_until <= clock_timestamp())`

/**
 * Puts aside what was given up, so that it calls nobody any more, and what still waits for its time, so that it never
 * goes out; `false` where it is neither.
 */
export async function putDeliveryAside(
  db: Runner,
  workspaceId: string,
  id: string,
  reason: string,
  by: string,
): Promise<boolean> {
  const row = await db
    .updateTable('delivery')
    .set({ state: 'put_aside', aside_for: reason, aside_by: by })
    .where('id', '=', id)
    .where('workspace_id', '=', workspaceId)
    .where((eb) => eb.or([eb('state', '=', 'given_up'), isWaitingForItsTime]))
    .returning('id')
    .executeTakeFirst()
  return row !== undefined
}

/** Why deliveries of a cause that was put back were put aside. */
const PUT_BACK = 'What caused it was put back.'

/** Puts aside what still waits for its time of a cause that is put back. */
export async function stopWaiting(tx: Runner, workspaceId: string, cause: string, by: string): Promise<void> {
  await tx
    .updateTable('delivery')
    .set({ state: 'put_aside', aside_for: PUT_BACK, aside_by: by })
    .where('workspace_id', '=', workspaceId)
    .where('cause_id', '=', cause)
    .where(isWaitingForItsTime)
    .execute()
}

/** Has wait again what was put aside with a cause, now that putting it back is put back itself. */
export async function waitAgain(tx: Runner, workspaceId: string, cause: string): Promise<void> {
  await sql`
    with again as (
      update delivery set state = 'waiting', aside_for = null, aside_by = null
      where workspace_id = ${workspaceId} and cause_id = ${cause} and state = 'put_aside' and aside_for = ${PUT_BACK}
      returning workspace_id, coalesce(connection, '') as connection
    ), lane as (select distinct workspace_id, connection from again)
    ${turnsOf(sql`lane`)}
  `.execute(tx)
}

/** Deliveries of a workspace, each with the title of the connection it goes over. */
const deliveriesOf = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('delivery')
    .leftJoin('submission', 'submission.id', 'delivery.cause_id')
    .leftJoin('answers_before as corrected', 'corrected.cause_id', 'delivery.cause_id')
    .leftJoin('form', 'form.id', 'delivery.form_id')
    .leftJoin('connection', (join) =>
      join
        .onRef('connection.workspace_id', '=', 'delivery.workspace_id')
        .onRef('connection.name', '=', 'delivery.connection'),
    )
    .select([
      'delivery.id',
      'delivery.key',
      'delivery.body',
      'delivery.because',
      'connection.title as connection',
      'delivery.state',
      'delivery.attempts',
      'delivery.error',
      'delivery.created_at as createdAt',
      'delivery.due_at as dueAt',
      'delivery.next_at as nextAt',
      'delivery.settled_at as settledAt',
      'delivery.aside_for as asideFor',
      'delivery.aside_by as asideBy',
      (eb) => eb.fn.coalesce('submission.id', 'corrected.submission_id').as('submission'),
      'form.name as formName',
    ])
    .where('delivery.workspace_id', '=', workspaceId)

/** What was to be sent for one submission, and for corrections of it. */
export const readDeliveries = (db: Runner, workspaceId: string, submissionId: string) =>
  deliveriesOf(db, workspaceId)
    .where((eb) =>
      eb.or([
        eb('delivery.cause_id', '=', submissionId),
        eb(
          'delivery.cause_id',
          'in',
          eb.selectFrom('answers_before').select('cause_id').where('submission_id', '=', submissionId),
        ),
      ]),
    )
    .orderBy('delivery.key')
    .orderBy('delivery.created_at')
    .execute()

/**
 * What went outside because of somebody: for their submissions and corrections of them, and where these causes changed
 * them; the latest first.
 */
export async function readFollowed(
  db: Runner,
  workspaceId: string,
  { ids, submissions, causes }: Record<'ids' | 'submissions' | 'causes', readonly string[]>,
) {
  const keys = ids.map((id) => `%:${id}`)
  return deliveriesOf(db, workspaceId)
    .select(sql<string>`coalesce(submission.id, corrected.cause_id, delivery.cause_id)`.as('cause'))
    .where(
      sql<boolean>`delivery.id in (
        select id from delivery where cause_id = any(${submissions}::uuid[])
          or cause_id in (select cause_id from answers_before where submission_id = any(${submissions}::uuid[]))
          or (cause_id = any(${causes}::uuid[]) and key like any(${keys}::text[])))`,
    )
    .orderBy('delivery.created_at', 'desc')
    .orderBy('delivery.key')
    .limit(300)
    .execute()
}

export type FollowedDelivery = Awaited<ReturnType<typeof readFollowed>>[number]

export async function countGivenUp(db: Runner, workspaceId: string): Promise<number> {
  const { n } = await db
    .selectFrom('delivery')
    .select((eb) => eb.fn.countAll<string>().as('n'))
    .where('workspace_id', '=', workspaceId)
    .where('state', '=', 'given_up')
    .executeTakeFirstOrThrow()
  return Number(n)
}

/** Deliveries that are not delivered yet, those that were put aside, or all. */
export const WHICH_DELIVERIES = ['open', 'aside', 'all'] as const

export interface DeliveryFilter {
  which: (typeof WHICH_DELIVERIES)[number]
  search?: string | undefined
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

export const DELIVERY_KEYS = {
  planned: momentKey(sql`delivery.created_at`),
  form: textKey(sql`coalesce(form.name, '')`),
  state: textKey(sql`delivery.state`),
  attempts: numberKey(sql`delivery.attempts`),
  when: momentKey(sql`coalesce(delivery.settled_at, delivery.next_at, delivery.created_at)`),
} satisfies SortKeys

/** Deliveries, newest first unless told otherwise. */
export function listDeliveries(db: Runner, workspaceId: string, filter: DeliveryFilter) {
  const { which, search, sort, after, limit } = filter
  const query = deliveriesOf(db, workspaceId)
    .$if(which === 'open', (narrowed) => narrowed.where('delivery.state', 'in', ['waiting', 'given_up']))
    .$if(which === 'aside', (narrowed) => narrowed.where('delivery.state', '=', 'put_aside'))
    .$if(Boolean(search), (narrowed) =>
      // What waits is found among what waits: only what is settled is indexed.
      narrowed.where(sql<boolean>`delivery.id in (
        select id from delivery where workspace_id = ${workspaceId} and state <> 'waiting'
          and ${holdsWords(sql`delivery_text(body)`, search ?? '')}
        union all
        select id from delivery where workspace_id = ${workspaceId} and state = 'waiting'
          and ${holdsWords(sql`delivery_text(body)`, search ?? '')})`),
    )
  const sorting = chooseSorting(DELIVERY_KEYS, sort, '-planned')
  return readPage(query, sql`delivery.id`, { sorting, after, limit }, (page) => page)
}
