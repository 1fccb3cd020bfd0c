import { type Kysely, type RawBuilder, sql } from 'kysely'

/**
 * When somebody last sent something that counts is kept beside them, as how much they sent is: who has been quiet for how
 * long is told of everybody without looking for what each of them sent.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table listing add last_sent_at timestamptz`.execute(db)
  await sql`
    create or replace function keep_sent() returns trigger language plpgsql as $$
    begin
      if tg_op = 'INSERT' then ${count(counted('written', 1))}
      elsif tg_op = 'DELETE' then ${count(counted('before', -1))}
      else ${count(sql`${counted('written', 1)} union all ${counted('before', -1)}`)}
      end if;
      return null;
    end $$`.execute(db)
  await sql`
    update listing set last_sent_at = sent.latest
    from (select contact_id, max(received_at) as latest from submission
      where contact_id is not null and ${COUNTS} group by contact_id) sent
    where record_id = sent.contact_id`.execute(db)
}

const COUNTS = sql`state = 'applied' and binned_at is null and not is_test`

const counted = (rows: string, n: number) => sql`
    select id, contact_id, received_at, ${sql.lit(n)} as n from ${sql.ref(rows)} where contact_id is not null and ${COUNTS}`

/** Only where something counts no more is the last of the others looked for. */
const count = (rows: RawBuilder<unknown>) => sql`
    update listing set sent = sent + more.n, last_sent_at = case
      when more.alone then greatest(last_sent_at, more.latest)
      else (select max(received_at) from submission where contact_id = record_id and ${COUNTS}) end
    from (
      select contact_id, sum(n) as n, max(received_at) as latest, bool_and(n > 0) as alone from (
        select contact_id, received_at, sum(n) as n from (${rows}) one group by id, contact_id, received_at having sum(n) <> 0) net
      group by contact_id) more
    where record_id = more.contact_id;`

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
