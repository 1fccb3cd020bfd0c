import { sql } from 'kysely'
import type { Double } from '@/core/records/doubles'
import { asJson, type Runner } from '../database'

/** Contacts read at once. */
const TOGETHER = 1000

interface Row {
  id: string
  email: string
  name: string
  company: string | null
  phones: string[]
}

/** Every contact that is there, as far as it tells whether another is the same person. `phones` are names of fields. */
export async function* readCandidates(db: Runner, workspaceId: string, phones: readonly string[]): AsyncGenerator<Row> {
  for (let after = '00000000-0000-0000-0000-000000000000'; ;) {
    const { rows } = await sql<Row>`
      select id, key as email, title as name, company_id as company,
        array(select "values" ->> field from unnest(${phones}::text[]) field where "values" ->> field <> '') as phones
      from record where workspace_id = ${workspaceId} and type = 'contact' and gone_by is null and id > ${after}
      order by id limit ${TOGETHER}
    `.execute(db)
    yield* rows
    const last = rows.at(-1)
    if (!last || rows.length < TOGETHER) return
    after = last.id
  }
}

/** Companies whose people are read at once. */
const HOUSES_TOGETHER = 60

/** The people of companies, some companies at a time, as far as their names tell whether two are the same person. */
export async function* readColleagues(
  db: Runner,
  workspaceId: string,
  houses: readonly { id: string }[],
): AsyncGenerator<Row[]> {
  for (let n = 0; n < houses.length; n += HOUSES_TOGETHER) {
    const ids = houses.slice(n, n + HOUSES_TOGETHER).map(({ id }) => id)
    const { rows } = await sql<Row>`
      select id, key as email, title as name, company_id as company, '{}'::text[] as phones
      from record where workspace_id = ${workspaceId} and type = 'contact' and gone_by is null and company_id = any(${ids}::uuid[])
    `.execute(db)
    yield rows
  }
}

/** Every company that is there, by what it is called. */
export const readCompanies = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('record')
    .select(['id', 'title as name'])
    .where('workspace_id', '=', workspaceId)
    .where('type', '=', 'company')
    .where('gone_by', 'is', null)
    .execute()

/** Keeps the pairs that were found, instead of those found before; those that somebody said are two stay out. */
export async function writeDoubles(tx: Runner, workspaceId: string, found: readonly Double[]): Promise<void> {
  await tx.deleteFrom('likely_double').where('workspace_id', '=', workspaceId).execute()
  await sql`
    insert into likely_double (workspace_id, first_id, second_id, why, likeness)
    select ${workspaceId}, first, second, why, likeness
    from jsonb_to_recordset(${asJson(found)}::jsonb) as row(first uuid, second uuid, why jsonb, likeness real)
    where not exists (select from no_double said where said.first_id = first and said.second_id = second)
  `.execute(tx)
  await tx
    .updateTable('workspace')
    .set({ doubles_at: sql<Date>`now()` })
    .where('id', '=', workspaceId)
    .execute()
}

/** One of two that may be one. */
interface DoubleOne {
  id: string
  type: 'contact' | 'company'
  name: string
  /** A contact’s address; a company’s mail domain. */
  email: string | null
  company: string | null
  submissions: number
  /** How many belong to it. */
  people: number
  createdAt: string
}

/** Pairs of contacts, or of companies, that may be one, the likeliest first, and when they were looked for. */
export async function listDoubles(db: Runner, workspaceId: string, limit: number) {
  const contact = (one: 'a' | 'b', as: 'first' | 'second') =>
    sql<DoubleOne>`
      json_build_object('id', ${sql.ref(`${one}.id`)}, 'type', ${sql.ref(`${one}.type`)}, 'name', ${sql.ref(`${one}.title`)},
        'email', case ${sql.ref(`${one}.type`)} when 'contact' then ${sql.ref(`${one}.key`)} else ${sql.ref(`${one}.domain`)} end, 'createdAt', ${sql.ref(`${one}.created_at`)},
        'company', (select title from record house where house.id = ${sql.ref(`${one}.company_id`)}),
        'submissions', (select count(*)::int from submission where contact_id = ${sql.ref(`${one}.id`)} and binned_at is null and not is_test),
        'people', (select count(*)::int from record person where person.company_id = ${sql.ref(`${one}.id`)}
          and person.type = 'contact' and person.gone_by is null))`.as(as)
  const [rows, looked] = await Promise.all([
    db
      .selectFrom('likely_double as pair')
      .innerJoin('record as a', (join) => join.onRef('a.id', '=', 'pair.first_id').on('a.gone_by', 'is', null))
      .innerJoin('record as b', (join) => join.onRef('b.id', '=', 'pair.second_id').on('b.gone_by', 'is', null))
      .select(['pair.why', 'pair.likeness', contact('a', 'first'), contact('b', 'second')])
      .where('pair.workspace_id', '=', workspaceId)
      .orderBy('pair.likeness', 'desc')
      .orderBy('pair.first_id')
      .orderBy('pair.second_id')
      .limit(limit)
      .execute(),
    db.selectFrom('workspace').select('doubles_at').where('id', '=', workspaceId).executeTakeFirstOrThrow(),
  ])
  return { pairs: rows, lookedAt: looked.doubles_at }
}

export type DoublePair = Awaited<ReturnType<typeof listDoubles>>['pairs'][number]

/** Contacts, or companies, that one may be the same as. */
export async function listDoublesOf(db: Runner, workspaceId: string, id: string) {
  const { rows } = await sql<{ id: string; name: string; email: string; why: string[] }>`
    select other.id, other.title as name, pair.why,
      case other.type when 'contact' then other.key else coalesce(other.domain, '') end as email
    from likely_double pair
    join record other on other.id = case when pair.first_id = ${id} then pair.second_id else pair.first_id end
    where pair.workspace_id = ${workspaceId} and (pair.first_id = ${id} or pair.second_id = ${id})
      and other.gone_by is null
    order by pair.likeness desc, other.id limit 5
  `.execute(db)
  return rows
}

/** Says that two contacts are two; `false` where they are no such pair. */
export async function sayTwo(db: Runner, workspaceId: string, [one, other]: [string, string], who: string) {
  const [first, second] = one < other ? [one, other] : [other, one]
  const { numAffectedRows } = await sql`
    with pair as (
      delete from likely_double where workspace_id = ${workspaceId} and first_id = ${first} and second_id = ${second}
      returning first_id, second_id
    )
    insert into no_double (workspace_id, first_id, second_id, said_by)
    select ${workspaceId}, first_id, second_id, ${who} from pair on conflict do nothing
  `.execute(db)
  return (numAffectedRows ?? 0n) > 0n
}

/** Has the doubles of a workspace looked for soon; asked again meanwhile, once. */
export const queueFindingDoubles = (db: Runner, workspaceId: string) =>
  sql`select graphile_worker.add_job('find_doubles', json_build_object('workspace', ${workspaceId}::text),
    job_key := 'find doubles:' || ${workspaceId}::text)`.execute(db)

/** Has those looked for again, of workspaces in which something changed since they were last. */
export const queueDoublesOfChanged = (db: Runner) =>
  sql`
    select graphile_worker.add_job('find_doubles', json_build_object('workspace', id), job_key := 'find doubles:' || id)
    from workspace where doubles_at is null
      or exists (select from record_text said where said.workspace_id = workspace.id and type in ('contact', 'company') and here and changed_at > doubles_at)
  `.execute(db)
