import { type Kysely, sql } from 'kysely'

/** Contacts are found by the phone numbers that are stored of them, in whichever field. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create function phones_in(stored jsonb) returns text[] language sql immutable parallel safe
    return (select coalesce(array_agg(value), '{}') from jsonb_each_text(stored) where value ~ '^[+][1-9][0-9]{5,14}$')
  `.execute(db)
  await sql`
    create index record_phones on record using gin (phones_in("values"))
    where type = 'contact' and gone_by is null and phones_in("values") <> '{}'
  `.execute(db)
}

export async function down(): Promise<void> {
  throw new Error('This migration has nothing to go back to.')
}
