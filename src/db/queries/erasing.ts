import { sql } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { DeedName } from '@/core/changes/deeds'
import { ERASED_ASIDE } from '@/core/dispatch/aside'
import type { DeliveryBody } from '@/core/dispatch/targets/bodies'
import type { Outcome } from '@/core/dispatch/outcome'
import type { RecordType } from '@/core/fields/field'
import { asJson, type Runner } from '../database'
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
    select field, value from record_change, lateral (values ("from"), ("to")) as side(value)
    where record_id = any(${ids}::uuid[]) and value <> 'null' and not starts_with(field, '_')
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

/** How much there is of somebody, and what outside has something of them. */
export async function countTraces(db: Runner, workspaceId: string, traces: Traces) {
  const { ids, addresses } = traces
  const submissions = (await readSentByThem(db, workspaceId, traces)).flatMap(({ id, contact }) =>
    contact !== null && ids.includes(contact) ? [id] : [],
  )
  const deliveries = await readTellingDeliveries(db, workspaceId, traces, { theirs: submissions, others: [] })
  const own = deliveries.flatMap((one) => (one.own ? [one.id] : []))
  const { rows } = await sql<{ entries: number; files: number; opened: number; outside: string[] }>`
    select (select count(*)::int from visit where workspace_id = ${workspaceId} and answers is not null and sent_at is null
        and (link_holder = any(${ids}::uuid[])
          or (form_id = any(array(select id from form where workspace_id = ${workspaceId}))
            and left_by = any(${addresses}::text[])))) as entries,
      (select count(*)::int from file where submission_id = any(${submissions}::uuid[]) and not gone) as files,
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

/** Has causes say no more to whom something was done, until the transaction ends. */
export const letErase = (tx: Runner) => sql`select set_config('lichen.erasing', 'on', true)`.execute(tx)

export interface SentByThem {
  id: string
  contact: string | null
  release: string
  values: Answers
  plan: unknown
  outcome: Outcome
}

const anyWord = (text: ReturnType<typeof sql>, words: readonly string[]) =>
  sql<boolean>`${text} ilike any(${words.map(likeWord)}::text[])`

/** Submissions that are somebody’s, and those that hold an address of theirs. */
export async function readSentByThem(
  db: Runner,
  workspaceId: string,
  { ids, addresses }: Pick<Traces, 'ids' | 'addresses'>,
): Promise<SentByThem[]> {
  const holds = anyWord(sql`values_text("values")`, addresses)
  const { rows } = await sql<SentByThem>`
    select id, contact_id as contact, release_id as release, "values", plan, outcome from submission
    where workspace_id = ${workspaceId} and erased_by is null and id in (
      select id from submission where workspace_id = ${workspaceId} and contact_id = any(${ids}::uuid[])
      union all select id from submission where workspace_id = ${workspaceId} and state <> 'received' and ${holds}
      union all select id from submission where workspace_id = ${workspaceId} and state = 'received' and ${holds}
      union all select submission.id from submission join visit
        on visit.form_id = submission.form_id and visit.id = submission.visit_id
        where visit.link_holder = any(${ids}::uuid[]))
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

/** Leaves of submissions what tells of nobody. One that was not applied yet never will be. */
export async function eraseSubmissions(
  tx: Runner,
  workspaceId: string,
  cause: string,
  rows: readonly Pick<SentByThem, 'id' | 'values' | 'plan' | 'outcome'>[],
): Promise<void> {
  if (rows.length === 0) return
  const ids = rows.map(({ id }) => id)
  await sql`
    update submission set "values" = row."values", origins = '{}', link = '{}', page_before = null, link_holder = null,
      outcome = row.outcome, plan = row.plan, erased_by = ${cause}, next_at = null,
      state = case when state = 'received' then 'failed' else state end,
      error = case when state in ('received', 'failed') then 'Whoever sent it was erased.' end
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, "values" jsonb, plan jsonb, outcome jsonb)
    where submission.workspace_id = ${workspaceId} and submission.id = row.id
  `.execute(tx)
  await sql`delete from answers_before where submission_id = any(${ids}::uuid[])`.execute(tx)
  await sql`delete from submission_note where submission_id = any(${ids}::uuid[])`.execute(tx)
  await sql`
    update visit set link = '{}', page_before = null, link_holder = null, left_by = null,
      answers = case when answers is null then null else '{}'::jsonb end
    from submission
    where submission.id = any(${ids}::uuid[]) and visit.form_id = submission.form_id and visit.id = submission.visit_id
  `.execute(tx)
}

/** An entry that was left midway, or a visit that somebody came on with their link. */
interface Entry {
  form: string
  visit: string
  isLeft: boolean
}

/** Leaves of entries that somebody left, or began with their link, that they were. */
export async function eraseEntries(
  tx: Runner,
  workspaceId: string,
  { ids, addresses }: Pick<Traces, 'ids' | 'addresses'>,
): Promise<Entry[]> {
  const { rows } = await sql<Entry>`
    update visit set link = '{}', page_before = null, link_holder = null, left_by = null,
      answers = case when answers is null then null else '{}'::jsonb end
    where workspace_id = ${workspaceId} and (link_holder = any(${ids}::uuid[])
      or (form_id = any(array(select id from form where workspace_id = ${workspaceId}))
        and answers is not null and sent_at is null and left_by = any(${addresses}::text[])))
    returning form_id as form, id as visit, answers is not null and sent_at is null as "isLeft"
  `.execute(tx)
  return rows
}

/** Files that came with these submissions, or on these visits, are about to be removed: nobody gets them any more. */
export async function giveUpFiles(
  tx: Runner,
  submissions: readonly string[],
  visits: readonly Entry[],
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update file set gone = true, submission_id = null, name = ''
    where submission_id = any(${submissions}::uuid[]) or (submission_id is null and (form_id, visit_id) in (
      select form_id, visit_id from submission where id = any(${submissions}::uuid[])
      union all select form, visit from jsonb_to_recordset(${asJson(visits)}::jsonb) as row(form uuid, visit uuid)))
    returning id
  `.execute(tx)
  return rows.map(({ id }) => id)
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

/** Writes what is left of deliveries; those that were about somebody and have not gone out never do. */
export async function eraseDeliveries(tx: Runner, rows: readonly TellingDelivery[], by: string): Promise<void> {
  if (rows.length === 0) return
  await sql`
    update delivery set body = row.body, because = row.because, error = row.error,
      visitor = case when own then null else visitor end,
      state = case when own and state <> 'delivered' then 'put_aside' else state end,
      aside_for = case when own and state <> 'delivered' then ${ERASED_ASIDE} else aside_for end,
      aside_by = case when own and state <> 'delivered' then ${by} else aside_by end,
      next_at = case when own then null else next_at end
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, body jsonb, because text, error text, own boolean)
    where delivery.id = row.id
  `.execute(tx)
}

/** Leaves of a person’s records that there were such, and takes away all that was stored with them. */
export async function eraseRecords(
  tx: Runner,
  workspaceId: string,
  cause: string,
  ids: readonly string[],
): Promise<void> {
  for (const [table, column] of [
    ['note', 'record_id'],
    ['record_change', 'record_id'],
    ['list_membership', 'contact_id'],
    ['personal_link', 'contact_id'],
    ['likely_double', 'first_id'],
    ['likely_double', 'second_id'],
    ['no_double', 'first_id'],
    ['no_double', 'second_id'],
  ] as const)
    await sql`
      delete from ${sql.table(table)} where workspace_id = ${workspaceId} and ${sql.ref(column)} = any(${ids}::uuid[])
    `.execute(tx)
  await sql`
    update record set key = id::text, title = '', "values" = '{}', company_id = null, form_id = null,
      gone_by = ${cause}, updated_at = clock_timestamp()
    where workspace_id = ${workspaceId} and id = any(${ids}::uuid[])
  `.execute(tx)
}

/** What their deals and requests are called from then on. */
const OF_NOBODY = 'Of somebody who was erased'

/**
 * Leaves of somebody’s deals and requests what sums are made of: fields that are not `kept` go, with what they ever
 * held, and so do notes. Gives how many there are.
 */
export async function eraseOpened(
  tx: Runner,
  workspaceId: string,
  ids: readonly string[],
  kept: Readonly<Record<'deal' | 'request', readonly string[]>>,
): Promise<number> {
  const { rows } = await sql<{ id: string; type: 'deal' | 'request' }>`
    select id, type from record where workspace_id = ${workspaceId} and type in ('deal', 'request')
      and contact_id = any(${ids}::uuid[])
  `.execute(tx)
  for (const type of ['deal', 'request'] as const) {
    const opened = rows.flatMap((row) => (row.type === type ? [row.id] : []))
    if (opened.length === 0) continue
    await sql`
      update record set title = ${OF_NOBODY},
        "values" = (select coalesce(jsonb_object_agg(key, value), '{}') from jsonb_each("values")
          where key = any(${kept[type]}::text[])) || jsonb_build_object('title', ${OF_NOBODY}::text)
      where id = any(${opened}::uuid[])
    `.execute(tx)
    await sql`
      delete from record_change where record_id = any(${opened}::uuid[]) and field <> 'title'
        and (starts_with(field, '_note.') or (not starts_with(field, '_') and not field = any(${kept[type]}::text[])))
    `.execute(tx)
    await sql`
      update record_change set "from" = 'null', "to" = to_jsonb(${OF_NOBODY}::text), because = ''
      where record_id = any(${opened}::uuid[]) and field = 'title'
    `.execute(tx)
    await sql`delete from note where record_id = any(${opened}::uuid[])`.execute(tx)
  }
  return rows.length
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
      union select id from record where workspace_id = ${workspaceId} and ${anyWord(sql`search`, addresses)}
      union select record_id from note where workspace_id = ${workspaceId} and ${anyWord(sql`text`, addresses)})
    for update
  `.execute(tx)
  return rows
}

export async function writeTellingRecords(tx: Runner, rows: readonly TellingRecord[]): Promise<void> {
  if (rows.length === 0) return
  await sql`
    update record set title = row.title, "values" = row."values"
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, title text, "values" jsonb) where record.id = row.id
  `.execute(tx)
}

/** A text of a table that may name somebody, by what it is found by. */
export interface TellingText {
  id: string
  text: unknown
}

/** Where else texts may name somebody: each is read, and written as it reads once they are blotted out. */
export const PLACES = [
  'note',
  'noted submission',
  'change',
  'cause',
  'rehearsal',
  'submission',
  'correction',
  'trouble',
  'entry',
] as const

type Place = (typeof PLACES)[number]

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

/** Writes texts of a place as they read from now on. */
export async function writeTelling(
  tx: Runner,
  workspaceId: string,
  place: Place,
  rows: readonly TellingText[],
): Promise<void> {
  if (rows.length === 0) return
  const row = sql`jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id text, text jsonb)`
  const queries: Record<Place, ReturnType<typeof sql>> = {
    note: sql`update note set text = row.text #>> '{}' from ${row} where note.id = row.id::uuid`,
    'noted submission': sql`update submission_note set text = row.text #>> '{}' from ${row}
      where submission_note.id = row.id::uuid`,
    change: sql`update record_change set "from" = row.text -> 'from', "to" = row.text -> 'to',
      because = row.text ->> 'because' from ${row} where seq = row.id::bigint`,
    cause: sql`update cause set about = row.text #>> '{}' from ${row}
      where workspace_id = ${workspaceId} and cause.id = row.id::uuid`,
    rehearsal: sql`update rehearsal set title = row.text ->> 'title', "values" = row.text -> 'values', contact = null
      from ${row} where rehearsal.id = row.id::uuid`,
    submission: sql`update submission set "values" = row.text -> 'values', plan = nullif(row.text -> 'plan', 'null'),
      outcome = row.text -> 'outcome', link = row.text -> 'link', page_before = row.text ->> 'page', link_holder = null
      from ${row} where submission.id = row.id::uuid`,
    correction: sql`update answers_before set "values" = row.text -> 'values', plan = nullif(row.text -> 'plan', 'null')
      from ${row} where cause_id = row.id::uuid`,
    trouble: sql`update lane_trouble set error = row.text #>> '{}' from ${row}
      where workspace_id = ${workspaceId} and connection = row.id`,
    entry: sql`update visit set link = row.text -> 'link', page_before = row.text ->> 'page',
      answers = nullif(row.text -> 'answers', 'null') from ${row}
      where form_id = split_part(row.id, ' ', 1)::uuid and visit.id = split_part(row.id, ' ', 2)::uuid`,
  }
  await queries[place].execute(tx)
}

/** What was left of files of people by one who was in them: their rows are blank from now on. Gives which files those are. */
export async function eraseRows(tx: Runner, workspaceId: string, addresses: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    with theirs as (
      select import_id, n, cells from import_row join import on import.id = import_id
      where import.workspace_id = ${workspaceId}
        and (import_row.email = any(${addresses}::text[]) or ${anyWord(sql`cells::text`, addresses)})
    ), blank as (
      update import_row mine set email = null, told = null,
        cells = (select jsonb_agg(''::text) from jsonb_array_elements(mine.cells))
      from theirs where mine.import_id = theirs.import_id and mine.n = theirs.n
    ), touched as (
      select import_id, jsonb_agg(distinct cell) as told
      from theirs, jsonb_array_elements_text(cells) cell where cell <> '' group by import_id
    )
    update import set columns = (
      select jsonb_agg(jsonb_set(one, '{samples}', (
        select coalesce(jsonb_agg(sample), '[]') from jsonb_array_elements_text(one -> 'samples') sample
        where not exists (select from jsonb_array_elements_text(touched.told) cell where left(cell, 100) = sample)))
        order by place)
      from jsonb_array_elements(columns) with ordinality as each(one, place))
    from touched where import.id = touched.import_id
    returning import.id
  `.execute(tx)
  return rows.map(({ id }) => id)
}
