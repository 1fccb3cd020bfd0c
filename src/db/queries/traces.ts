import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { DeedName } from '@/core/changes/deeds'
import { BROUGHT_SLOT } from '@/core/changes/slot'
import type { DeliveryBody } from '@/core/dispatch/targets/bodies'
import type { Outcome } from '@/core/dispatch/outcome'
import type { RecordType } from '@/core/fields/field'
import type { ImportColumn } from '@/core/imports/import_plan'
import type { Runner } from '../database'
import type { RowTold } from '../schema_of_imports'
import { likeWord } from './list'

/** A person in all that is stored of them: their record, and every one that is part of it. */
export interface Traces {
  /** Ids of the records, the person’s own first. */
  ids: string[]
  /** Every address they ever had. */
  addresses: string[]
  /** What each field of them ever held. */
  held: { field: string; value: unknown }[]
  /** What their deals and requests were ever called. */
  titles: string[]
  /** What did anything to them, or to those. */
  causes: string[]
}

/** All traces of a contact, also of one that is gone; `null` where there is none, and where it was erased already. */
export async function findTraces(db: Runner, workspaceId: string, id: string): Promise<Traces | null> {
  const { rows } = await sql<{ id: string; key: string }>`
    with recursive whole as (
      select id, key, gone_by from record
      where workspace_id = ${workspaceId} and id = ${id} and type = 'contact' and merged_into is null
        and not exists (select from cause where cause.id = record.gone_by and deed = 'erasePerson')
      union
      select part.id, part.key, part.gone_by from record part join whole on part.merged_into = whole.id
    ) select id, key from whole order by id <> ${id}
  `.execute(db)
  const ids = rows.map((row) => row.id)
  if (ids.length === 0) return null
  const { rows: held } = await sql<{ field: string; value: unknown }>`
    select regexp_replace(field, '^_proposed\\.[^.]*\\.', '') as field, value
    from record_change, lateral (values ("from"), ("to")) as side(value)
    where record_id = any(${ids}::uuid[]) and value <> 'null'
      and (not starts_with(field, '_') or starts_with(field, '_proposed.'))
    union select field, value from record, jsonb_each(record."values") as each(field, value)
      where id = any(${ids}::uuid[])
  `.execute(db)
  const opened = sql`(select id from record where workspace_id = ${workspaceId} and type in ('deal', 'request')
    and contact_id = any(${ids}::uuid[]))`
  const { rows: titles } = await sql<{ title: string }>`
    select title from record where id in ${opened}
    union select "to" #>> '{}' from record_change where field = 'title' and "to" <> 'null' and record_id in ${opened}
  `.execute(db)
  const { rows: causes } = await sql<{ id: string }>`
    select cause_id as id from record_change where record_id = any(${ids}::uuid[]) or record_id in ${opened}
    union select cause_id from list_membership where contact_id = any(${ids}::uuid[]) and cause_id is not null
    union select id from submission where workspace_id = ${workspaceId} and contact_id = any(${ids}::uuid[])
  `.execute(db)
  const emails = held.flatMap(({ field, value }) => (field === 'email' && typeof value === 'string' ? [value] : []))
  const addresses = [...new Set([...rows.map(({ key }) => key), ...emails].map((one) => one.toLowerCase()))]
  return {
    ids,
    addresses: addresses.filter((one) => one.includes('@')),
    held,
    titles: titles.map(({ title }) => title),
    causes: causes.map((one) => one.id),
  }
}

/** What there is of an address that no person has: what was sent or left with it, and what names it. */
export const tracesOfAddress = (address: string): Traces => ({
  ids: [],
  addresses: [address],
  held: [],
  titles: [],
  causes: [],
})

/** The person who has an address, or ever had it: it is erased with them. */
export async function findWhoHad(db: Runner, workspaceId: string, address: string): Promise<string | null> {
  const { rows } = await sql<{ id: string }>`
    select coalesce(merged_into, id) as id from record
    where workspace_id = ${workspaceId} and type = 'contact'
      and not exists (select from cause where cause.id = record.gone_by and deed = 'erasePerson')
      and (key = ${address} or exists (
        select from record_change where record_id = record.id and field = 'email'
          and (lower("to" #>> '{}') = ${address} or lower("from" #>> '{}') = ${address})))
    limit 1
  `.execute(db)
  return rows[0]?.id ?? null
}

/** Whether a post to an inlet, `post`, has one of these addresses in a field: then it is theirs. */
export const postHolds = (addresses: readonly string[]) => sql<boolean>`exists (
    select from jsonb_array_elements(post.came) field
    where jsonb_typeof(field -> 1) = 'string' and lower(btrim(field ->> 1)) = any(${addresses}::text[]))`

/** How much there is of somebody who sent these, and what outside has something of them. */
export async function countTraces(db: Runner, workspaceId: string, traces: Traces, submissions: readonly string[]) {
  const { ids, addresses } = traces
  const deliveries = await readTellingDeliveries(db, workspaceId, traces, { theirs: submissions, others: [] })
  const own = deliveries.flatMap((one) => (one.own ? [one.id] : []))
  const { rows } = await sql<{ entries: number; files: number; opened: number; outside: string[] }>`
    select (select count(*)::int from visit where workspace_id = ${workspaceId} and answers is not null and sent_at is null
        and (link_holder = any(${ids}::uuid[])
          or (form_id = any(array(select id from form where workspace_id = ${workspaceId}))
            and left_by = any(${addresses}::text[])))) as entries,
      (select count(*)::int from file where submission_id = any(${submissions}::uuid[]) and not gone)
        + (select count(*)::int from file join inlet_post post on post.id = file.inlet_post_id
          where post.workspace_id = ${workspaceId} and file.submission_id is null and not gone
            and ${postHolds(addresses)}) as files,
      (select count(*)::int from record where workspace_id = ${workspaceId} and type in ('deal', 'request')
        and contact_id = any(${ids}::uuid[]) and gone_by is null) as opened,
      array(select distinct coalesce(connection.title, 'Mail') from delivery
        left join connection on connection.workspace_id = delivery.workspace_id and connection.name = delivery.connection
        where delivery.id = any(${own}::uuid[]) and delivery.state = 'delivered' order by 1) as outside
  `.execute(db)
  const [more = { entries: 0, files: 0, opened: 0, outside: [] }] = rows
  return { submissions: submissions.length, deliveries: own.length, ...more }
}

/** Addresses that are the workspace’s own: of members and of desks. They are nobody’s to erase where others are told of. */
export async function readOwnAddresses(db: Runner, workspaceId: string): Promise<string[]> {
  const { rows } = await sql<{ address: string }>`
    select lower(address) as address from desk, unnest(addresses) address where workspace_id = ${workspaceId}
    union select lower("user".email) from member join "user" on "user".id = member.user_id
      where member.workspace_id = ${workspaceId}
  `.execute(db)
  return rows.map(({ address }) => address)
}

export interface SentByThem {
  id: string
  contact: string | null
  release: string
  values: Answers
  plan: unknown
  outcome: Outcome
}

/** Whether a text has any of these words in it. */
const anyWord = (text: ReturnType<typeof sql>, words: readonly string[]) =>
  sql<boolean>`${text} ilike any(${words.map(likeWord)}::text[])`

/** Submissions that are somebody’s, and those that hold an address of theirs. */
export async function readSentByThem(
  db: Runner,
  workspaceId: string,
  { ids, addresses }: Pick<Traces, 'ids' | 'addresses'>,
): Promise<SentByThem[]> {
  // Beside each submission it is found by more than its answers.
  const holds = anyWord(sql`values_text("values")`, addresses)
  const { rows } = await sql<SentByThem>`
    select id, contact_id as contact, release_id as release, "values", plan, outcome from submission
    where workspace_id = ${workspaceId} and erased_by is null and id in (
      select id from submission where workspace_id = ${workspaceId} and contact_id = any(${ids}::uuid[])
      union all select id from submission join submission_listing listing on submission_id = id
        where listing.workspace_id = ${workspaceId} and ${anyWord(sql`listing.text`, addresses)} and ${holds}
      union all select id from submission where workspace_id = ${workspaceId} and state = 'received' and ${holds}
      union all select submission.id from submission join visit
        on visit.form_id = submission.form_id and visit.id = submission.visit_id
        where visit.link_holder = any(${ids}::uuid[])
      union all select cause_id from record_change where workspace_id = ${workspaceId} and field = ${BROUGHT_SLOT}
        and "to" ->> 'id' = any(${ids}::text[]))
  `.execute(db)
  return rows
}

/** The definitions of releases, by id. */
export async function readReleases(db: Runner, ids: readonly string[]): Promise<Map<string, unknown>> {
  const { rows } = await sql<{ id: string; definition: unknown }>`
    select id, definition from release where id = any(${ids}::uuid[])
  `.execute(db)
  return new Map(rows.map(({ id, definition }) => [id, definition]))
}

export interface TellingDelivery {
  id: string
  body: DeliveryBody
  because: string
  error: string | null
  /** Whether it is about them, and not only names them. */
  own: boolean
}

/** Deliveries about somebody who sent `theirs`, and those of what `others` sent that names them, or to others that do. */
export async function readTellingDeliveries(
  tx: Runner,
  workspaceId: string,
  { ids, addresses, causes }: Pick<Traces, 'ids' | 'addresses' | 'causes'>,
  { theirs, others }: { theirs: readonly string[]; others: readonly string[] },
): Promise<TellingDelivery[]> {
  const names = anyWord(sql`delivery_text(body)`, addresses)
  const ofSubmissions = (submissions: readonly string[]) => sql`(cause_id = any(${submissions}::uuid[])
    or cause_id = any(array(select id from cause where of_id = any(${submissions}::uuid[]))))`
  const { rows } = await sql<TellingDelivery>`
    with own as (
      select id from delivery where workspace_id = ${workspaceId} and (
        ${ofSubmissions(theirs)}
        or (cause_id = any(${causes}::uuid[]) and key like any(${ids.map((id) => `%:${id}`)}::text[])))
      union
      select id from delivery where workspace_id = ${workspaceId} and visitor = any(${addresses}::text[])
        and form_id = any(array(select id from form where workspace_id = ${workspaceId}))
    )
    select delivery.id, body, because, error, true as own from delivery join own using (id)
    union all
    select id, body, because, error, false from delivery
    where workspace_id = ${workspaceId} and id not in (select id from own) and id in (
      select id from delivery where workspace_id = ${workspaceId} and ${ofSubmissions(others)}
      union all select id from delivery where workspace_id = ${workspaceId} and state <> 'waiting' and ${names}
      union all select id from delivery where workspace_id = ${workspaceId} and state = 'waiting' and ${names})
  `.execute(tx)
  return rows
}

export interface TellingRecord {
  id: string
  type: RecordType
  title: string
  values: Answers
}

/** Records of others, and of companies, that the same causes did something to, or that name an address of theirs. */
export async function readTellingRecords(
  tx: Runner,
  workspaceId: string,
  { ids, addresses, causes }: Pick<Traces, 'ids' | 'addresses' | 'causes'>,
): Promise<TellingRecord[]> {
  const { rows } = await sql<TellingRecord>`
    select id, type, title, "values" from record
    where workspace_id = ${workspaceId} and not id = any(${ids}::uuid[]) and id in (
      select record_id from record_change join cause on cause.id = cause_id
      where cause_id = any(${causes}::uuid[]) and cause.sort <> 'import'
      union select record_id from record_change where workspace_id = ${workspaceId} and field = ${BROUGHT_SLOT}
        and ("to" ->> 'id' = any(${ids}::text[]) or "from" ->> 'id' = any(${ids}::text[]))
      union select holder.id from record_text words join record holder on holder.id = words.record_id
        where words.workspace_id = ${workspaceId} and ${anyWord(sql`words.text`, addresses)}
          and ${anyWord(sql`concat_ws(' ', holder.title, holder.key, holder.domain, values_text(holder."values"))`, addresses)}
      union select record_id from note where workspace_id = ${workspaceId} and ${anyWord(sql`text`, addresses)})
    for update
  `.execute(tx)
  return rows
}

/** A text of a table that may name somebody, by what it is found by. */
export interface TellingText {
  id: string
  text: unknown
}

/** Where else texts may name somebody: each is read, and written as it reads once they are blotted out. */
export const PLACES = [
  'note',
  'proposal',
  'noted submission',
  'change',
  'cause',
  'rehearsal',
  'submission',
  'correction',
  'trouble',
  'entry',
] as const

export type Place = (typeof PLACES)[number]

/** What tells by name to whom it was done, and changes nothing of them. */
const TOLD_BY_NAME = ['sayTwo', 'keepRehearsal', 'dropRehearsal'] satisfies DeedName[]

/** Texts of a place that may name an address, or that the causes wrote which did something to whom they name. */
export async function readTelling(
  tx: Runner,
  workspaceId: string,
  place: Place,
  { ids, addresses, causes }: Pick<Traces, 'ids' | 'addresses' | 'causes'>,
  {
    records,
    names,
    submissions,
  }: { records: readonly string[]; names: readonly string[]; submissions: readonly string[] },
): Promise<TellingText[]> {
  const named = (text: ReturnType<typeof sql>) => anyWord(text, addresses)
  const queries: Record<Place, ReturnType<typeof sql<TellingText>>> = {
    note: sql`select id::text, to_jsonb(text) as text from note
      where workspace_id = ${workspaceId} and (record_id = any(${records}::uuid[]) or ${named(sql`text`)})`,
    proposal: sql`select concat_ws(' ', record_id, submission_id, field) as id, value as text from proposal
      where workspace_id = ${workspaceId} and (record_id = any(${records}::uuid[]) or ${named(sql`value::text`)})`,
    'noted submission': sql`select id::text, to_jsonb(text) as text from submission_note
      where workspace_id = ${workspaceId} and ${named(sql`text`)}`,
    change: sql`select seq::text as id, jsonb_build_object('from', "from", 'to', "to", 'because', because) as text
      from record_change where workspace_id = ${workspaceId} and record_id = any(${records}::uuid[])`,
    cause: sql`select id::text, to_jsonb(about) as text from cause
      where workspace_id = ${workspaceId} and sort <> 'submission' and about <> '' and (
        (id = any(${causes}::uuid[]) and sort <> 'import') or ${named(sql`about`)}
        or (deed = any(${TOLD_BY_NAME}::text[]) and ${anyWord(sql`about`, names)}))`,
    rehearsal: sql`select id::text, jsonb_build_object('title', title, 'values', "values") as text from rehearsal
      where workspace_id = ${workspaceId} and (contact = any(${ids}::uuid[]) or ${named(sql`values_text("values")`)}
        or ${named(sql`title`)})`,
    submission: sql`select id::text, jsonb_build_object('values', "values", 'plan', plan, 'outcome', outcome, 'link', link,
        'page', page_before) as text
      from submission where id = any(${submissions}::uuid[])`,
    correction: sql`select cause_id::text as id, jsonb_build_object('values', "values", 'plan', plan) as text
      from answers_before where submission_id = any(${submissions}::uuid[])`,
    trouble: sql`select connection as id, to_jsonb(error) as text from lane_trouble where workspace_id = ${workspaceId}`,
    entry: sql`select form_id || ' ' || id as id, jsonb_build_object('link', link, 'page', page_before, 'answers', answers) as text
      from visit where (form_id, id) in (
        select form_id, visit_id from submission where id = any(${submissions}::uuid[])
        union all select form_id, id from visit where workspace_id = ${workspaceId}
          and answers is not null and sent_at is null and ${named(sql`values_text(answers)`)})`,
  }
  return (await queries[place].execute(tx)).rows
}

/** A row of a file of people that is theirs, or may name them. */
export interface TellingRow {
  file: string
  n: number
  /** Whose it is, where that is known already. */
  email: string | null
  cells: string[]
  told: RowTold | null
}

/** A file of people, and what is shown of its columns. */
export interface TellingFile {
  id: string
  columns: ImportColumn[]
  rows: TellingRow[]
}

/** Files of people with rows that have an address somewhere, and these rows. */
export async function readTellingFiles(
  tx: Runner,
  workspaceId: string,
  addresses: readonly string[],
): Promise<TellingFile[]> {
  const { rows } = await sql<TellingFile>`
    select import.id, import.columns,
      jsonb_agg(jsonb_build_object('file', import.id, 'n', n, 'email', email, 'cells', cells, 'told', told) order by n) as rows
    from import_row join import on import.id = import_id
    where import.workspace_id = ${workspaceId} and (email = any(${addresses}::text[])
      or ${anyWord(sql`cells::text`, addresses)} or ${anyWord(sql`told::text`, addresses)})
    group by import.id
  `.execute(tx)
  return rows
}
