import { type RawBuilder, sql } from 'kysely'
import type { Caused } from '@/core/changes/cause'
import { reasonTold } from '@/core/changes/leaving'
import type { Written } from '@/core/changes/ledger'
import { titleOf } from '@/core/records/record'
import { asJson, type Runner } from '../database'
import { type Answered, settleWithheld } from './withheld'

/**
 * Writes what causes come to: causes and changes in the order they happened, records as they stand after them, and who
 * is on which list. What is common is one statement; taking somebody off a list, notes and proposals are rare.
 */
export async function writeAll(db: Runner, workspaceId: string, written: Written): Promise<void> {
  const { causes, records, changes, lists, pending, notes, proposals, handedOver } = written
  if (causes.length + changes.length === 0) return
  const joined = lists.filter(({ wording }) => wording !== null)
  const parts = [
    ...(causes.length > 0 ? [sql`causes as (${insertCauses(workspaceId, causes)})`] : []),
    ...(records.length > 0 ? [sql`records as (${upsertRecords(workspaceId, records)})`] : []),
    ...(changes.length > 0 ? [sql`changes as (${insertChanges(workspaceId, changes)})`] : []),
    ...(joined.length > 0 ? [sql`joined as (${insertMemberships(workspaceId, joined)})`] : []),
  ]
  await sql`with ${sql.join(parts)} select`.execute(db)
  if (joined.length > 0) {
    await forgetLeft(db, joined)
    await keepConsents(db, workspaceId, joined)
  }
  const left = lists.filter(({ wording }) => wording === null)
  if (left.length > 0) await deleteMemberships(db, workspaceId, left)
  const themselves = new Set(causes.flatMap(({ id, cause }) => (cause.sort === 'visitor' ? [id] : [])))
  const leavings = left.filter(({ cause }) => themselves.has(cause))
  if (leavings.length > 0) await keepLeft(db, workspaceId, leavings)
  if (pending.length > 0) await writePending(db, workspaceId, pending)
  if (notes.length > 0) await writeNotes(db, workspaceId, notes)
  if (proposals.length > 0) await writeProposals(db, workspaceId, proposals)
  if (handedOver.length > 0) await handOver(db, workspaceId, handedOver)
}

function insertCauses(workspaceId: string, causes: readonly Caused[]): RawBuilder<unknown> {
  const rows = causes.map((caused, n) => ({ n, ...asRow(caused) }))
  return sql`
    insert into cause (id, workspace_id, sort, deed, member_id, token_id, who, of_id, about, at)
    select id, ${workspaceId}, sort, deed, member_id, token_id, who, of_id, about, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(n integer, id uuid, sort text, deed text, member_id text,
      token_id uuid, who text, of_id uuid, about text, at timestamptz)
    order by n`
}

/** What is done by causes that are deeds of a sort of their own. */
const DEED_OF = { merge: 'mergeRecords', import: 'importPeople', 'put back': 'putBack' } as const

function asRow({ id, cause, about = '', at }: Caused) {
  const row = { id, about, at: at.toISOString() }
  if (cause.sort === 'submission') return { ...row, sort: 'submission', deed: 'apply' }
  if (cause.sort === 'visitor') return { ...row, sort: 'visitor', deed: cause.deed }
  if (cause.sort === 'keeping') return { ...row, sort: 'keeping', deed: cause.rule }
  const { by } = cause
  return {
    ...row,
    sort: cause.sort === 'deed' ? by.sort : cause.sort,
    deed: cause.sort === 'deed' ? cause.deed : DEED_OF[cause.sort],
    ...(by.sort === 'member' ? { member_id: by.id } : { token_id: by.id }),
    who: by.name,
    of_id: 'of' in cause ? (cause.of ?? null) : null,
  }
}

/** Records as they stand after changes, each with the moment of its last one. */
function upsertRecords(workspaceId: string, records: Written['records']): RawBuilder<unknown> {
  const rows = records.map(({ record: { lists: _, also: __, codes: ___, left: ____, ...record }, at }) => ({
    ...record,
    title: titleOf(record),
    at: at.toISOString(),
  }))
  return sql`
    insert into record (id, workspace_id, type, key, title, domain, contact_id, company_id, owner_id, form_id, "values", revision,
      gone_by, merged_into, brought_by, created_at, updated_at)
    select id, ${workspaceId}, type, key, title, domain, contact, company, owner ->> 'id', form, "values", revision, "goneBy", "mergedInto", "broughtBy", at, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(id uuid, type text, key text, title text, domain text,
      contact uuid, company uuid, owner jsonb, form uuid, "values" jsonb, revision integer, "goneBy" uuid, "mergedInto" uuid, "broughtBy" uuid, at timestamptz)
    on conflict (id) do update set
      key = excluded.key, title = excluded.title, "values" = excluded."values", revision = excluded.revision,
      domain = excluded.domain, contact_id = excluded.contact_id, company_id = excluded.company_id,
      owner_id = excluded.owner_id, brought_by = excluded.brought_by,
      gone_by = excluded.gone_by, merged_into = excluded.merged_into, updated_at = greatest(record.updated_at, excluded.updated_at)`
}

/** Changes in the order they were made: lineage is told by it. */
const insertChanges = (workspaceId: string, changes: Written['changes']): RawBuilder<unknown> => sql`
    insert into record_change (workspace_id, record_id, field, "from", "to", cause_id, because, at)
    select ${workspaceId}, record, field, coalesce("from", 'null'), coalesce("to", 'null'), cause, because, at
    from jsonb_to_recordset(${asJson(changes.map((change, n) => ({ ...change, n })))}::jsonb) as row(n integer,
      record uuid, field text, "from" jsonb, "to" jsonb, cause uuid, because text, at timestamptz)
    order by n`

/** Somebody who is on a list already stays there with the wording they agreed to; who left it once has agreed anew. */
const insertMemberships = (workspaceId: string, joined: Written['lists']): RawBuilder<unknown> => sql`
    insert into list_membership (workspace_id, list, contact_id, wording, cause_id, joined_at)
    select ${workspaceId}, list, contact, wording, cause, at
    from jsonb_to_recordset(${asJson(joined)}::jsonb) as row(list text, contact uuid, wording text, cause uuid,
      at timestamptz)
    on conflict do nothing`

/** Whoever joins a list has not left it any more. */
async function forgetLeft(db: Runner, joined: Written['lists']): Promise<void> {
  await sql`
    delete from list_left using jsonb_to_recordset(${asJson(joined)}::jsonb) as row(list text, contact uuid)
    where list_left.contact_id = row.contact and list_left.list = row.list
  `.execute(db)
}

async function deleteMemberships(db: Runner, workspaceId: string, left: Written['lists']): Promise<void> {
  await sql`
    delete from list_membership m using jsonb_to_recordset(${asJson(left)}::jsonb) as row(list text, contact uuid)
    where m.workspace_id = ${workspaceId} and m.list = row.list and m.contact_id = row.contact
  `.execute(db)
}

/** Lists that people left by themselves, and why. */
async function keepLeft(db: Runner, workspaceId: string, left: Written['lists']): Promise<void> {
  const rows = left.map(({ because, ...one }) => ({ ...one, reason: reasonTold(because) }))
  await sql`
    insert into list_left (workspace_id, contact_id, list, reason, cause_id, left_at)
    select ${workspaceId}, contact, list, reason, cause, at
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(contact uuid, list text, reason text, cause uuid, at timestamptz)
    on conflict (contact_id, list) do update
      set reason = excluded.reason, cause_id = excluded.cause_id, left_at = excluded.left_at
  `.execute(db)
}

/** How those who join agreed, as evidence: with the release that they read, and when they were asked to confirm it. */
async function keepConsents(db: Runner, workspaceId: string, joined: Written['lists']): Promise<void> {
  const agreed = joined.flatMap(({ consent, ...one }) => (consent ? [{ ...one, ...consent }] : []))
  if (agreed.length === 0) return
  await sql`
    insert into list_consent (workspace_id, contact_id, list, cause_id, wording, address, proven, origin, submission_id,
      form_id, release, asked_at, given_at)
    select ${workspaceId}, row.contact, row.list, row.cause, row.wording, row.address, row.proven, row.origin,
      submission.id, submission.form_id, release.number, asked.asked_at, coalesce(row.given, row.at)
    from jsonb_to_recordset(${asJson(agreed)}::jsonb) as row(contact uuid, list text, cause uuid, wording text,
      address text, proven text, origin text, asked uuid, given timestamptz, at timestamptz)
    left join list_pending asked on asked.contact_id = row.contact and asked.ask_id = row.asked and asked.list = row.list
    left join submission on submission.id = coalesce(asked.submission_id, row.cause)
    left join release on release.id = submission.release_id
    on conflict do nothing
  `.execute(db)
}

/**
 * Whom a mail asks to confirm what by now; what was answered goes. What is only handed over, and what is asked anew, is
 * of the same consent: its address, its language and its submission stay.
 */
async function writePending(db: Runner, workspaceId: string, pending: Written['pending']): Promise<void> {
  const open = pending.flatMap(({ consent, wording, ...one }) =>
    wording === null ? [] : [{ ...consent, ...one, wording }],
  )
  if (open.length > 0)
    await sql`
      insert into list_pending (workspace_id, contact_id, ask_id, list, wording, address, locale, submission_id, cause_id,
        asked_at)
      select distinct on (row.contact, row.ask, row.list) ${workspaceId}, row.contact, row.ask, row.list, row.wording,
        coalesce(row.address, before.address, record.key), coalesce(row.locale, before.locale),
        coalesce(before.submission_id, submission.id),
        case when before.ask_id = row.ask then before.cause_id else row.cause end,
        case when before.ask_id = row.ask then before.asked_at else row.at end
      from jsonb_to_recordset(${asJson(open)}::jsonb) as row(contact uuid, ask uuid, list text, wording text,
        address text, locale text, asked uuid, cause uuid, at timestamptz)
      join record on record.id = row.contact
      left join list_pending before on before.ask_id in (row.ask, row.asked) and before.list = row.list
      left join submission on submission.id = row.ask
      on conflict (contact_id, ask_id, list) do nothing
    `.execute(db)
  const answered = pending.filter(({ wording }) => wording === null)
  if (answered.length === 0) return
  const { rows } = await sql<Answered>`
    delete from list_pending using jsonb_to_recordset(${asJson(answered)}::jsonb) as row(contact uuid, ask uuid, list text)
    where list_pending.contact_id = row.contact and list_pending.ask_id = row.ask and list_pending.list = row.list
    returning submission_id as submission, row.contact, row.list
  `.execute(db)
  await settleWithheld(
    db,
    rows.filter(({ submission }) => submission !== null),
  )
}

/** Notes as they read now; those that are gone go. */
async function writeNotes(db: Runner, workspaceId: string, notes: Written['notes']): Promise<void> {
  const kept = notes.filter(({ text }) => text !== null)
  if (kept.length > 0)
    await sql`
      insert into note (id, workspace_id, record_id, text, cause_id, written_at)
      select note, ${workspaceId}, record, text, cause, at
      from jsonb_to_recordset(${asJson(kept)}::jsonb) as row(note uuid, record uuid, text text, cause uuid, at timestamptz)
      on conflict (id) do update set
        record_id = excluded.record_id, text = excluded.text,
        -- Whoever wrote what it reads stays its author where it is only handed over.
        cause_id = case when note.text = excluded.text then note.cause_id else excluded.cause_id end,
        written_at = case when note.text = excluded.text then note.written_at else excluded.written_at end
      where note.workspace_id = excluded.workspace_id
    `.execute(db)
  const gone = notes.flatMap(({ note, text }) => (text === null ? [note] : []))
  if (gone.length > 0)
    await db.deleteFrom('note').where('workspace_id', '=', workspaceId).where('id', 'in', gone).execute()
}

/** What is proposed by now; what was taken or left goes. */
async function writeProposals(db: Runner, workspaceId: string, proposals: Written['proposals']): Promise<void> {
  const rows = sql`jsonb_to_recordset(${asJson(proposals)}::jsonb) as row(record uuid, submission uuid, field text, value jsonb, at timestamptz)`
  await sql`
    delete from proposal using ${rows} where proposal.workspace_id = ${workspaceId} and record_id = row.record
      and submission_id = row.submission and proposal.field = row.field
  `.execute(db)
  await sql`
    insert into proposal (workspace_id, record_id, submission_id, field, value, at)
    select ${workspaceId}, record, submission, field, value, at from ${rows}
    where coalesce(value, 'null') <> 'null'
  `.execute(db)
}

/** What one contact had and another has by now, where it still has it. */
async function handOver(db: Runner, workspaceId: string, handed: Written['handedOver']): Promise<void> {
  for (const [what, table] of [
    ['submission', sql.table('submission')],
    ['link', sql.table('personal_link')],
  ] as const) {
    const those = handed.filter((one) => one.what === what)
    if (those.length === 0) continue
    await sql`
      update ${table} mine set contact_id = row."to"
      from jsonb_to_recordset(${asJson(those)}::jsonb) as row(id uuid, "from" uuid, "to" uuid)
      where mine.workspace_id = ${workspaceId} and mine.id = row.id and mine.contact_id = row."from"
    `.execute(db)
  }
}
