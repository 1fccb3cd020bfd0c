import { sql } from 'kysely'
import { ERASED_ASIDE } from '@/core/dispatch/aside'
import { asJson, type Runner } from '../database'
import {
  type Place,
  postHolds,
  type SentByThem,
  type TellingDelivery,
  type TellingFile,
  type TellingRecord,
  type TellingRow,
  type TellingText,
  type Traces,
} from './traces'

/** Has causes say no more to whom something was done, until the transaction ends. */
export const letErase = (tx: Runner) => sql`select set_config('lichen.erasing', 'on', true)`.execute(tx)

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
  await sql`delete from proposal where submission_id = any(${ids}::uuid[])`.execute(tx)
  await sql`delete from list_pending where submission_id = any(${ids}::uuid[])`.execute(tx)
  await sql`
    update visit set link = '{}', unread = null, page_before = null, link_holder = null, link_id = null, browser_id = null,
      left_by = null,
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
    update visit set link = '{}', unread = null, page_before = null, link_holder = null, link_id = null, browser_id = null,
      left_by = null,
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
    ['proposal', 'record_id'],
    ['record_change', 'record_id'],
    ['list_membership', 'contact_id'],
    ['list_left', 'contact_id'],
    ['list_pending', 'contact_id'],
    ['list_consent', 'contact_id'],
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

/** Removes a person’s personal links: what came of them stays told by their sheets, so it goes before their visits do. */
export const eraseLinks = (tx: Runner, workspaceId: string, ids: readonly string[]) =>
  tx
    .deleteFrom('personal_link')
    .where('workspace_id', '=', workspaceId)
    .where('contact_id', '=', sql<string>`any(${ids}::uuid[])`)
    .execute()

/** Has nobody have their referral code any more. */
export const eraseCodes = (tx: Runner, workspaceId: string, ids: readonly string[]) =>
  tx
    .deleteFrom('referral_code')
    .where('workspace_id', '=', workspaceId)
    .where('contact_id', '=', sql<string>`any(${ids}::uuid[])`)
    .execute()

/** Has no browser remember them any more. */
export const eraseBrowsers = (tx: Runner, workspaceId: string, ids: readonly string[]) =>
  tx
    .deleteFrom('remembered_browser')
    .where('workspace_id', '=', workspaceId)
    .where('contact_id', '=', sql<string>`any(${ids}::uuid[])`)
    .execute()

/** Has link sheets neither wait for somebody nor name an address of theirs. */
export async function eraseFromSheets(
  tx: Runner,
  workspaceId: string,
  ids: readonly string[],
  addresses: readonly string[],
): Promise<void> {
  await sql`
    delete from link_sheet_row using link_sheet sheet where sheet.id = sheet_id and sheet.workspace_id = ${workspaceId}
      and (contact_id = any(${ids}::uuid[]) or email = any(${addresses}::text[]))
  `.execute(tx)
}

/** Removes what came to inlets with one of their addresses in a field, and gives the files that came with it, which go with it. */
export async function erasePosts(tx: Runner, workspaceId: string, addresses: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    with theirs as (
      select post.id from inlet_post post where post.workspace_id = ${workspaceId} and ${postHolds(addresses)}
    ), files as (
      update file set gone = true, name = '' from theirs
      where file.inlet_post_id = theirs.id and file.submission_id is null returning file.id
    ), removed as (delete from inlet_post using theirs where inlet_post.id = theirs.id)
    select id from files
  `.execute(tx)
  return rows.map(({ id }) => id)
}

/** What else came to inlets and tells of them, and writing what is left of it. */
export async function readTellingPosts(tx: Runner, workspaceId: string, words: readonly string[]) {
  if (words.length === 0) return []
  const { rows } = await sql<{ id: string; came: unknown; told: unknown; wrong: unknown }>`
    select id, came, told, wrong from inlet_post where workspace_id = ${workspaceId} and exists (
      select from unnest(${words.map((word) => word.toLowerCase())}::text[]) word
      where position(word in lower(concat(came, told, wrong))) > 0)
  `.execute(tx)
  return rows
}

export async function writePosts(tx: Runner, rows: Awaited<ReturnType<typeof readTellingPosts>>): Promise<void> {
  if (rows.length === 0) return
  await sql`
    update inlet_post set came = row.came, told = row.told, wrong = row.wrong
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, came jsonb, told jsonb, wrong jsonb)
    where inlet_post.id = row.id
  `.execute(tx)
}

/** Leaves nothing of what a mail server said of their addresses. */
export async function eraseRefusals(tx: Runner, workspaceId: string, addresses: readonly string[]): Promise<void> {
  await sql`
    delete from refused_address where workspace_id = ${workspaceId} and address = any(${addresses}::text[])
  `.execute(tx)
}

/** What their deals and requests are called from then on. */
const OF_NOBODY = 'Of somebody who was erased'

/**
 * Leaves of somebody’s deals and requests what sums are made of: fields that are not `kept` go, with what they ever
 * held, and so do notes and proposals. Gives how many there are.
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
        and (starts_with(field, '_note.') or starts_with(field, '_proposed.') or (not starts_with(field, '_') and not field = any(${kept[type]}::text[])))
    `.execute(tx)
    await sql`
      update record_change set "from" = 'null', "to" = to_jsonb(${OF_NOBODY}::text), because = ''
      where record_id = any(${opened}::uuid[]) and field = 'title'
    `.execute(tx)
    await sql`delete from note where record_id = any(${opened}::uuid[])`.execute(tx)
    await sql`delete from proposal where record_id = any(${opened}::uuid[])`.execute(tx)
  }
  return rows.length
}

export async function writeTellingRecords(tx: Runner, rows: readonly TellingRecord[]): Promise<void> {
  if (rows.length === 0) return
  await sql`
    update record set title = row.title, "values" = row."values"
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, title text, "values" jsonb) where record.id = row.id
  `.execute(tx)
}

/** Writes texts of a place as they read from now on; whoever is erased has them no more. */
export async function writeTelling(
  tx: Runner,
  workspaceId: string,
  place: Place,
  rows: readonly TellingText[],
  erased: readonly string[],
): Promise<void> {
  if (rows.length === 0) return
  const row = sql`jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id text, text jsonb)`
  const queries: Record<Place, ReturnType<typeof sql>> = {
    note: sql`update note set text = row.text #>> '{}' from ${row} where note.id = row.id::uuid`,
    proposal: sql`update proposal set value = row.text from ${row}
      where concat_ws(' ', record_id, submission_id, field) = row.id`,
    'noted submission': sql`update submission_note set text = row.text #>> '{}' from ${row}
      where submission_note.id = row.id::uuid`,
    change: sql`update record_change set "from" = row.text -> 'from', "to" = row.text -> 'to',
      because = row.text ->> 'because' from ${row} where seq = row.id::bigint`,
    cause: sql`update cause set about = row.text #>> '{}' from ${row}
      where workspace_id = ${workspaceId} and cause.id = row.id::uuid`,
    rehearsal: sql`update rehearsal set title = row.text ->> 'title', "values" = row.text -> 'values',
      contact = case when contact = any(${erased}::uuid[]) then null else contact end from ${row} where rehearsal.id = row.id::uuid`,
    submission: sql`update submission set "values" = row.text -> 'values', plan = nullif(row.text -> 'plan', 'null'),
      outcome = row.text -> 'outcome', link = row.text -> 'link', page_before = row.text ->> 'page',
      link_holder = case when link_holder = any(${erased}::uuid[]) then null else link_holder end
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

/** Writes what is left of rows of files of people, and of what is shown of the files' columns. */
export async function writeRows(
  tx: Runner,
  rows: readonly TellingRow[],
  files: readonly Pick<TellingFile, 'id' | 'columns'>[],
): Promise<void> {
  await sql`
    update import_row set email = row.email, told = nullif(row.told, 'null'), cells = row.cells
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(file uuid, n int, email text, told jsonb, cells jsonb)
    where import_row.import_id = row.file and import_row.n = row.n
  `.execute(tx)
  await sql`
    update import set columns = row.columns
    from jsonb_to_recordset(${asJson(files)}::jsonb) as row(id uuid, columns jsonb) where import.id = row.id
  `.execute(tx)
}
