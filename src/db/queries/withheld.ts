import { sql } from 'kysely'
import { UNCONFIRMED_ASIDE } from '@/core/dispatch/aside'
import { ANSWERED_WITHIN } from '@/core/records/consent'
import { asJson, type Runner } from '../database'
import { turnsOf } from './lanes'

/** What somebody is asked no more: by a submission, about a list. */
export interface Answered {
  submission: string
  contact: string
  list: string
}

/**
 * Lets mails go that waited until lists were confirmed, where whoever was asked is on one of them now; puts them aside
 * where nothing asks any more. A put-aside one goes all the same once they confirm after all.
 */
export async function settleWithheld(db: Runner, answered: readonly Answered[]): Promise<void> {
  if (answered.length === 0) return
  await sql`
    with judged as (
      select row.submission, bool_or(on_it.list is not null) as joined
      from jsonb_to_recordset(${asJson(answered)}::jsonb) as row(submission uuid, contact uuid, list text)
      left join list_membership on_it on on_it.contact_id = row.contact and on_it.list = row.list
      group by row.submission
      having bool_or(on_it.list is not null)
        or not exists (select from list_pending where submission_id = row.submission)
    ), settled as (
      update delivery set
        state = case when joined then 'waiting' else 'put_aside' end,
        body = case when joined then jsonb_set(body - 'withheld', '{date}', to_jsonb(clock_timestamp())) else body end,
        due_at = case when joined then null else due_at end,
        next_at = null, lease_until = null, aside_by = null,
        aside_for = case when joined then null else ${UNCONFIRMED_ASIDE}::text end
      from judged where (cause_id = judged.submission
          or cause_id in (select cause_id from answers_before where submission_id = judged.submission))
        and jsonb_exists(body, 'withheld') and (state = 'waiting' or state = 'put_aside' and aside_for = ${UNCONFIRMED_ASIDE})
      returning workspace_id, coalesce(connection, '') as connection, state
    ), lane as (select distinct workspace_id, connection from settled where state = 'waiting')
    ${turnsOf(sql`lane`)}
  `.execute(db)
}

/** Has a mail that nobody has confirmed yet wait for as long as they still can, and puts it aside where they cannot. */
export async function withhold(db: Runner, id: string): Promise<void> {
  await sql`
    with asked as (
      select max(asked_at) + make_interval(days => ${ANSWERED_WITHIN}) as until from list_pending
      where submission_id = (select (body -> 'withheld' ->> 'submission')::uuid from delivery where id = ${id})
    ), judged as (select until, coalesce(until > clock_timestamp(), false) as waits from asked)
    update delivery set lease_until = null,
      state = case when waits then 'waiting' else 'put_aside' end,
      due_at = case when waits then until else due_at end,
      next_at = case when waits then until end,
      aside_for = case when waits then null else ${UNCONFIRMED_ASIDE}::text end
    from judged where id = ${id} and state = 'waiting' and jsonb_exists(body, 'withheld')
  `.execute(db)
}
