import { type RawBuilder, sql } from 'kysely'
import type { Runner } from '../database'
import { lockNames } from './clock'

/** What goes out of a workspace one way: over a connection, or, where that is empty, its installation's mail server. */
export interface Lane {
  workspace: string
  connection: string
}

/** How many deliveries of a lane are in hand at once at most, and while it is in trouble. */
const HANDS = { most: 8, inTrouble: 1 }

/** Deliveries in a row that come to nothing until a lane rests, and the longest rest, in seconds. */
const PATIENCE = 3
const LONGEST_REST = 10 * 60

const ofLane = ({ workspace, connection }: Lane) =>
  sql`workspace_id = ${workspace} and coalesce(connection, '') = ${connection}`

/** By the time that a statement or its transaction began, which an index can be asked for. */
const isDue = sql`state = 'waiting' and coalesce(next_at, created_at) <= now()
  and (lease_until is null or lease_until <= now())`

/** Mails to visitors and desks go before everything else. */
const urgency = sql`case when lane.connection = '' or exists (select from connection
  where connection.workspace_id = lane.workspace_id and name = lane.connection and target = 'mail') then 0 else 1 end`

/** A job for a turn of a `lane`, which has `workspace_id` and `connection`; `key` and `when` are the queue's. */
const turnJob = (key: RawBuilder<unknown>, when: RawBuilder<unknown>) => sql`
  graphile_worker.add_job('take_turn',
    json_build_object('workspace', lane.workspace_id, 'connection', lane.connection), priority := ${urgency},
    job_key := 'turn:' || lane.workspace_id || ':' || lane.connection || ${key}, ${when})`

const NOW = sql`''`
/** Apart from a turn that is to be taken now, which it never puts off. */
const LATER = sql`':later'`

/** Has each of these lanes take a turn now, unless it is about to; `lanes` names a table of `workspace_id` and `connection`. */
export const turnsOf = (lanes: RawBuilder<unknown>) => sql`
  select ${turnJob(NOW, sql`job_key_mode := 'preserve_run_at'`)}
  from ${lanes} lane order by lane.workspace_id, lane.connection`

const only = ({ workspace, connection }: Lane) =>
  sql`(select ${workspace}::uuid as workspace_id, ${connection}::text as connection)`

/** Has a lane take a turn now. */
export async function queueTurn(db: Runner, lane: Lane): Promise<void> {
  await turnsOf(only(lane)).execute(db)
}

/** Has a lane take its next turn when something in it is due and it does not rest: now, later, or never. */
export async function queueNextTurn(db: Runner, lane: Lane): Promise<void> {
  const { rows } = await sql<{ due: boolean }>`
    with next as (
      select greatest(coalesce(next_at, created_at), (select rests_until from lane_trouble where ${ofLane(lane)})) as at
      from delivery where ${ofLane(lane)} and state = 'waiting' and (lease_until is null or lease_until <= now())
      order by coalesce(next_at, created_at) limit 1
    ), later as (
      select ${turnJob(LATER, sql`run_at := at`)}
      from next, ${only(lane)} lane where at > now()
    )
    select at <= now() as due, (select count(*) from later) from next
  `.execute(db)
  if (rows[0]?.due) await queueTurn(db, lane)
}

/** What is found in a lane: deliveries that are due, as many as it has hands free, and whether it is in trouble. */
export interface Found {
  /** Each with the name of the lock of the visitor whom it is a mail to. */
  due: { id: string; visitor: string | null }[]
  troubled: boolean
}

/** One at a time looks into a lane, until what it takes is in its hands: each counts those of the others. */
export const lockLane = (tx: Runner, { workspace, connection }: Lane): Promise<Date> =>
  lockNames(tx, [`lane ${workspace} ${connection}`])

/**
 * Looks for the deliveries of a lane that have been due for longest: `full` where as many as may be are in hand, by
 * whom it goes on, and `quiet` where nothing is due, or it rests.
 */
export async function findDue(tx: Runner, lane: Lane): Promise<Found | 'full' | 'quiet'> {
  await lockLane(tx, lane)
  const { rows } = await sql<Found & { free: number }>`
    with trouble as (
      select coalesce(rests_until > now(), false) as rests from lane_trouble where ${ofLane(lane)}
    ), hands as (
      select case when exists (select from trouble) then ${HANDS.inTrouble}::int else ${HANDS.most}::int end - (
        select count(*)::int from delivery where ${ofLane(lane)} and state = 'waiting' and lease_until > now()) as free
    ), due as (
      select id, coalesce(form_id::text, '') || ' ' || visitor as visitor from delivery
      where ${ofLane(lane)} and ${isDue} and not exists (select from trouble where rests)
      order by coalesce(next_at, created_at) limit (select greatest(free, 0) from hands) for update skip locked
    )
    select free, exists (select from trouble) as troubled,
      coalesce((select json_agg(due) from due), '[]') as due
    from hands
  `.execute(tx)
  const { free = 0, due = [], troubled = false } = rows[0] ?? {}
  if (free <= 0) return 'full'
  return due.length === 0 ? 'quiet' : { due, troubled }
}

/** Of which deliveries it is known that they came to nothing, once another has. */
const failing = sql`case when excluded.deliveries[1] = any(trouble.deliveries) then trouble.deliveries
  else trouble.deliveries || excluded.deliveries end`

/**
 * Notes that a lane's other end did not answer as it should. Once several deliveries came to nothing and none got
 * through in between, it rests, twice as long each time: `firstRest` seconds at first, ten minutes at most.
 */
export async function noteTrouble(
  db: Runner,
  { workspace, connection }: Lane,
  { delivery, error }: { delivery: string; error: string },
  firstRest: number,
): Promise<void> {
  await sql`
    insert into lane_trouble as trouble (workspace_id, connection, failures, deliveries, since, error)
    values (${workspace}, ${connection}, 1, array[${delivery}::uuid], clock_timestamp(), ${error})
    on conflict (workspace_id, connection) do update set
      failures = trouble.failures + 1,
      error = excluded.error,
      deliveries = (${failing})[:${PATIENCE}::int],
      rests = trouble.rests + (cardinality(${failing}) >= ${PATIENCE}::int)::int,
      rests_until = case when cardinality(${failing}) >= ${PATIENCE}::int then clock_timestamp() + make_interval(
        secs => least(${LONGEST_REST}::float8, ${firstRest}::float8 * 2 ^ least(trouble.rests, 30))) end
    where trouble.rests_until is null or trouble.rests_until <= clock_timestamp()
  `.execute(db)
}

/** Notes that a lane's other end answers again. */
export async function forgetTrouble(db: Runner, { workspace, connection }: Lane): Promise<void> {
  await db
    .deleteFrom('lane_trouble')
    .where('workspace_id', '=', workspace)
    .where('connection', '=', connection)
    .execute()
}

/** Has a lane go on at once, whatever it rests for. */
export async function endTrouble(db: Runner, lane: Lane): Promise<void> {
  await forgetTrouble(db, lane)
  await queueTurn(db, lane)
}

/** A lane in trouble where something waits: since when, after how many tries in a row, and until when it rests. */
export interface Resting {
  connection: string
  /** `null` for the installation's own mail server. */
  title: string | null
  since: Date
  until: Date
  failures: number
  error: string
  waiting: number
}

export async function readResting(db: Runner, workspaceId: string): Promise<Resting[]> {
  const { rows } = await sql<Resting>`
    select trouble.connection, title, since, rests_until as until, failures, error, waiting
    from lane_trouble trouble
    left join connection on connection.workspace_id = trouble.workspace_id and name = trouble.connection,
    lateral (select count(*)::int as waiting from delivery where delivery.workspace_id = trouble.workspace_id
      and coalesce(delivery.connection, '') = trouble.connection and state = 'waiting') counted
    where trouble.workspace_id = ${workspaceId} and rests_until is not null and waiting > 0
    order by title nulls first
  `.execute(db)
  return rows
}

/** Has every lane take a turn in which something has been due for so many seconds and nobody is about to. */
export async function queueForgottenTurns(db: Runner, seconds: number): Promise<void> {
  await sql`
    with recursive lane as (
      (select workspace_id, coalesce(connection, '') as connection from delivery where state = 'waiting'
        order by workspace_id, coalesce(connection, '') limit 1)
      union all
      select next.* from lane, lateral (
        select workspace_id, coalesce(connection, '') from delivery where state = 'waiting'
          and (workspace_id, coalesce(connection, '')) > (lane.workspace_id, lane.connection)
        order by workspace_id, coalesce(connection, '') limit 1) next
    )
    select ${turnJob(NOW, sql`run_at := now()`)}
    from lane
    where exists (
      select from delivery where delivery.workspace_id = lane.workspace_id
        and coalesce(delivery.connection, '') = lane.connection and ${isDue}
        and coalesce(next_at, created_at) < clock_timestamp() - make_interval(secs => ${seconds})
    ) and not exists (
      select from lane_trouble where lane_trouble.workspace_id = lane.workspace_id
        and lane_trouble.connection = lane.connection and rests_until > clock_timestamp()
    ) and not exists (
      select from graphile_worker.jobs where key = 'turn:' || lane.workspace_id || ':' || lane.connection
        and (locked_at is not null or run_at <= now())
    )
  `.execute(db)
}
