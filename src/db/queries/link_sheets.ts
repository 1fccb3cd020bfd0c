import { type RawBuilder, sql } from 'kysely'
import type { Runner } from '../database'
import { codesOf } from './referral_codes'
import type { LinkSheetTable, SheetState } from '../schema_of_links'
import { type Chosen, chosenIn, countChosen } from './errands'
import { isOfWithdrawn } from './links'
import { chooseSorting, type Cursor, numberKey, readPage, type SortKeys } from './list'

/** Whose links a sheet has: people, or addresses that somebody may have. */
export type ForWhom =
  | { type: 'contact'; ids: readonly string[] }
  | Extract<Chosen, { type: 'contact' }>
  | { addresses: readonly string[] }

/** Those who are meant, each once: `contact_id` where they are people, `email` where nobody has it. */
const meant = (db: Runner, workspaceId: string, whom: ForWhom): RawBuilder<unknown> =>
  'addresses' in whom
    ? sql`
        select known.id as contact_id, case when known.id is null then given.email end as email,
          coalesce(known.title, '') as title, coalesce(known.key, min(given.email)) as key, min(given.n) as n
        from unnest(${whom.addresses}::text[]) with ordinality given (email, n)
        left join record had on had.workspace_id = ${workspaceId} and had.type = 'contact' and had.key = given.email
        left join record known on known.id = coalesce(had.merged_into, had.id) and known.gone_by is null
        group by known.id, known.title, known.key, case when known.id is null then given.email end`
    : sql`
        select id as contact_id, null::text as email, title, key, row_number() over (order by title, key, id) as n
        from (${chosenIn(db, workspaceId, whom)}) chosen`

export interface Meant {
  known: number
  unknown: number
  some: { title: string; key: string }[]
  someUnknown: string[]
}

/** How many a sheet would be for, some of them, and how many addresses nobody has. */
export async function countMeant(db: Runner, workspaceId: string, whom: ForWhom, some: number): Promise<Meant> {
  if (!('addresses' in whom)) {
    const chosen = await countChosen(db, workspaceId, whom, some)
    return { known: chosen.n, unknown: 0, some: chosen.some.map(({ title, key }) => ({ title, key })), someUnknown: [] }
  }
  const { rows } = await sql<Meant>`
    with meant as (${meant(db, workspaceId, whom)})
    select (select count(contact_id)::int from meant) as known,
      (select count(*)::int from meant where contact_id is null) as unknown,
      (select coalesce(json_agg(json_build_object('title', title, 'key', key) order by n), '[]') from (
        select * from meant where contact_id is not null order by n limit ${some}) one) as some,
      (select coalesce(json_agg(email order by n), '[]') from (
        select * from meant where contact_id is null order by n limit ${some}) one) as "someUnknown"
  `.execute(db)
  return rows[0] ?? { known: 0, unknown: 0, some: [], someUnknown: [] }
}

type NewSheet = Pick<
  LinkSheetTable,
  'id' | 'workspace_id' | 'form_id' | 'title' | 'chosen' | 'seed' | 'adds' | 'days'
> &
  Pick<LinkSheetTable, 'columns' | 'pattern' | 'member_id' | 'token_id' | 'who'> & { created_at: Date }

/** Keeps a sheet with those whom it is for. Gives how many will have a link, and how many addresses nobody has. */
export async function addSheet(tx: Runner, sheet: NewSheet, whom: ForWhom) {
  await tx
    .insertInto('link_sheet')
    .values({ ...sheet, state: 'making' })
    .execute()
  // It puts rows beside each other that nobody else looks at, however many: nobody waits for it but who asked.
  await sql`set local statement_timeout = '60s'`.execute(tx)
  const { rows } = await sql<{ known: number; unknown: number }>`
    with added as (
      insert into link_sheet_row (sheet_id, n, contact_id, email)
      select ${sheet.id}::uuid, row_number() over (order by n), contact_id, email
      from (${meant(tx, sheet.workspace_id, whom)}) meant
      returning contact_id
    ) select count(contact_id)::int as known, (count(*) - count(contact_id))::int as unknown from added
  `.execute(tx)
  const { known, unknown } = rows[0] ?? { known: 0, unknown: 0 }
  const counted = sheet.adds ? { of: known + unknown } : { of: known, unknown }
  await tx.updateTable('link_sheet').set(counted).where('id', '=', sheet.id).execute()
  return { known, unknown }
}

/** Has the next step of a sheet made soon; asked again before it is, once. */
export const queueSheet = (db: Runner, id: string) =>
  sql`select graphile_worker.add_job('step_link_sheet', json_build_object('sheet', ${id}::text),
    job_key := 'link sheet:' || ${id}::text)`.execute(db)

/** The sheet that a step is to be made of, held until the transaction ends. */
export const holdSheet = (tx: Runner, id: string) =>
  tx.selectFrom('link_sheet').selectAll().where('id', '=', id).forUpdate().executeTakeFirst()

export type HeldSheet = NonNullable<Awaited<ReturnType<typeof holdSheet>>>

interface Moved {
  state?: SheetState
  linked?: number
  added?: number
  error?: string | null
}

/** Says how far a sheet is that is being made; one that was withdrawn meanwhile stays so. */
export const moveSheet = (tx: Runner, id: string, change: Moved) =>
  tx
    .updateTable('link_sheet')
    .set({ ...change, changed_at: sql<Date>`now()` })
    .where('id', '=', id)
    .where('state', '=', 'making')
    .execute()

/** The next addresses of a sheet that nobody has. */
export const readUnknown = (tx: Runner, id: string, limit: number) =>
  tx
    .selectFrom('link_sheet_row')
    .select(['n', sql<string>`email`.as('email')])
    .where('sheet_id', '=', id)
    .where('email', 'is not', null)
    .orderBy('n')
    .limit(limit)
    .execute()

/** Says who has these addresses by now. */
export async function nameUnknown(tx: Runner, id: string, named: readonly { n: number; contact: string }[]) {
  await sql`
    update link_sheet_row set contact_id = row.contact, email = null
    from unnest(${named.map(({ n }) => n)}::int[], ${named.map(({ contact }) => contact)}::uuid[]) row (n, contact)
    where sheet_id = ${id} and link_sheet_row.n = row.n
  `.execute(tx)
}

/** Takes the next people of a sheet who have no link yet. */
export async function takeUnlinked(tx: Runner, id: string, limit: number): Promise<{ n: number; contact: string }[]> {
  const { rows } = await sql<{ n: number; contact: string }>`
    delete from link_sheet_row where sheet_id = ${id} and n in (
      select n from link_sheet_row where sheet_id = ${id} and contact_id is not null order by n limit ${limit})
    returning n, contact_id as contact
  `.execute(tx)
  return rows
}

/** Keeps links of a sheet, of those people who are there; gives how many they are. */
export async function addLinks(
  tx: Runner,
  { id, workspace_id: workspaceId, form_id: form, days }: HeldSheet,
  links: readonly { n: number; contact: string; hash: Buffer }[],
): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    with added as (
      insert into personal_link (workspace_id, contact_id, form_id, hash, sheet_id, n, created_at, expires_at)
      select ${workspaceId}, record.id, ${form}, row.hash, ${id}, row.n, sheet.created_at, sheet.created_at + make_interval(days => ${days})
      from unnest(${links.map(({ n }) => n)}::int[], ${links.map(({ contact }) => contact)}::uuid[],
        ${links.map(({ hash }) => hash)}::bytea[]) row (n, contact, hash)
      join record on record.id = row.contact and record.gone_by is null
      join link_sheet sheet on sheet.id = ${id}
      returning 1
    ) select count(*)::int as n from added
  `.execute(tx)
  return rows[0]?.n ?? 0
}

/**
 * Withdraws a sheet: from this moment on none of its links works, and what their codes are drawn from is forgotten.
 * `false` where that was done before.
 */
export async function withdrawSheet(tx: Runner, workspaceId: string, id: string): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable('link_sheet')
    .set({ state: 'withdrawn', seed: null, changed_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('state', '<>', 'withdrawn')
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** Marks the next links of a sheet that was withdrawn, and lets go whom it had none for yet; `false` once all are. */
export async function withdrawNext(tx: Runner, id: string, limit: number): Promise<boolean> {
  const { rows } = await sql<{ n: number }>`
    with gone as (
      delete from link_sheet_row where sheet_id = ${id} and n in (
        select n from link_sheet_row where sheet_id = ${id} limit ${limit}) returning 1
    ), withdrawn as (
      update personal_link set withdrawn_at = now() where id in (
        select id from personal_link where sheet_id = ${id} and withdrawn_at is null limit ${limit}) returning 1
    ) select ((select count(*) from gone) + (select count(*) from withdrawn))::int as n
  `.execute(tx)
  return (rows[0]?.n ?? 0) > 0
}

/** Has a sheet be written otherwise; `false` where there is none. */
export async function changeSheet(
  db: Runner,
  workspaceId: string,
  id: string,
  change: { title: string; columns: string[]; pattern: string; mark: string },
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('link_sheet')
    .set({ ...change, changed_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** What came of the links of a sheet: of how many anything came at all. */
export interface SheetUse {
  opened: number
  begun: number
  sent: number
  /** By how many somebody else answered. */
  byOthers: number
}

/** What came of one link. */
const EACH = sql`
  select link.id, link.sheet_id, bool_or(visit.began_at is not null) as begun, bool_or(visit.sent_at is not null) as sent,
    bool_or(sent.contact_id <> link.contact_id) as by_others
  from personal_link link join visit on visit.link_id = link.id and not visit.is_test
  left join submission sent on sent.form_id = visit.form_id and sent.visit_id = visit.id`

/** What came of the links of sheets, those that are there no more included. */
async function readUse(db: Runner, ids: readonly string[]): Promise<Map<string, SheetUse>> {
  const { rows } = await sql<SheetUse & { id: string }>`
    select sheet.id, past_opened + coalesce(told.opened, 0)::int as opened, past_begun + coalesce(told.begun, 0)::int as begun,
      past_sent + coalesce(told.sent, 0)::int as sent, past_by_others + coalesce(told.by_others, 0)::int as "byOthers"
    from link_sheet sheet left join (
      select sheet_id, count(*) as opened, count(*) filter (where begun) as begun, count(*) filter (where sent) as sent,
        count(*) filter (where by_others) as by_others
      from (${EACH} where link.sheet_id = any(${ids}::uuid[]) group by link.id) each_link group by sheet_id) told
      on told.sheet_id = sheet.id
    where sheet.id = any(${ids}::uuid[])
  `.execute(db)
  return new Map(rows.map(({ id, ...use }) => [id, use]))
}

const NO_USE: SheetUse = { opened: 0, begun: 0, sent: 0, byOthers: 0 }

const sheetsOf = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('link_sheet as sheet')
    .innerJoin('form', 'form.id', 'sheet.form_id')
    .select(['sheet.id', 'sheet.title', 'form.slug as form', 'form.name as formName', 'sheet.chosen', 'sheet.state'])
    .select([
      'sheet.of',
      'sheet.linked',
      'sheet.added',
      'sheet.unknown',
      'sheet.columns',
      'sheet.pattern',
      'sheet.mark',
    ])
    .select(['sheet.error', 'sheet.who', 'sheet.created_at as createdAt'])
    .select(sql<Date>`sheet.created_at + make_interval(days => sheet.days)`.as('expiresAt'))
    .select(sql<boolean>`sheet.created_at + make_interval(days => sheet.days) <= now()`.as('isOver'))
    .where('sheet.workspace_id', '=', workspaceId)

/** The latest sheets, the last one first, with what came of them. */
export async function listSheets(db: Runner, workspaceId: string) {
  const sheets = await sheetsOf(db, workspaceId)
    .orderBy('sheet.created_at', 'desc')
    .orderBy('sheet.id')
    .limit(50)
    .execute()
  const use = await readUse(
    db,
    sheets.map(({ id }) => id),
  )
  return sheets.map((sheet) => ({ ...sheet, used: use.get(sheet.id) ?? NO_USE }))
}

export type SheetInList = Awaited<ReturnType<typeof listSheets>>[number]

/** A sheet with what came of it; `null` where there is none. */
export async function findSheet(db: Runner, workspaceId: string, id: string): Promise<SheetInList | null> {
  const sheet = await sheetsOf(db, workspaceId).where('sheet.id', '=', id).executeTakeFirst()
  return sheet ? { ...sheet, used: (await readUse(db, [id])).get(id) ?? NO_USE } : null
}

/** Whether a workspace has this sheet. */
export const hasSheet = async (db: Runner, workspaceId: string, id: string): Promise<boolean> =>
  (await db
    .selectFrom('link_sheet')
    .select('id')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()) !== undefined

/** What a sheet is written from; nothing where its codes must not be told any more. */
export async function readSheetSeed(db: Runner, workspaceId: string, id: string): Promise<Buffer | null> {
  const found = await db
    .selectFrom('link_sheet')
    .select('seed')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()
  return found?.seed ?? null
}

/** What can be asked of what came of each link. */
export const CAME = ['nothing', 'opened', 'sent', 'by others'] as const

type Came = (typeof CAME)[number]

export const LINK_KEYS = { place: numberKey(sql`link.n`) } satisfies SortKeys

export interface LinkFilter {
  sheet: string
  came?: Came | undefined
  sort?: string | undefined
  after?: Cursor | null | undefined
  limit: number
}

/** The links of a sheet in its order, whose they are, and what came of them. */
export function listLinksOfSheet(db: Runner, workspaceId: string, { sheet, came, sort, after, limit }: LinkFilter) {
  const links = db
    .selectFrom('personal_link as link')
    .innerJoinLateral(
      sql<{ opened: number; browsers: number; begun: boolean; sent: boolean; by_others: boolean }>`(
        select count(*)::int as opened, count(*) filter (where new_browser)::int as browsers, coalesce(bool_or(visit.began_at is not null), false) as begun,
          coalesce(bool_or(visit.sent_at is not null), false) as sent,
          coalesce(bool_or(sent.contact_id <> link.contact_id), false) as by_others
        from visit left join submission sent on sent.form_id = visit.form_id and sent.visit_id = visit.id
        where visit.link_id = link.id and not visit.is_test)`.as('came'),
      (join) => join.onTrue(),
    )
    .where('link.workspace_id', '=', workspaceId)
    .where('link.sheet_id', '=', sheet)
    .$if(came !== undefined, (query) => query.where(CAME_TO[came ?? 'nothing']))
  return readPage(links, sql`link.id`, { sorting: chooseSorting(LINK_KEYS, sort, 'place'), after, limit }, (page) =>
    page
      .innerJoin('record as contact', 'contact.id', 'link.contact_id')
      .select([
        'link.id',
        sql<number>`link.n`.as('n'),
        'contact.id as contact',
        'contact.title as name',
        'contact.key as email',
      ])
      .select(['came.opened', 'came.browsers', 'came.begun', 'came.sent', 'came.by_others as byOthers'])
      .select(
        sql<boolean>`link.withdrawn_at is null and link.expires_at > now() and not ${isOfWithdrawn('link')}`.as(
          'works',
        ),
      ),
  )
}

const CAME_TO: Record<Came, ReturnType<typeof sql<boolean>>> = {
  nothing: sql`came.opened = 0`,
  opened: sql`came.opened > 0`,
  sent: sql`came.sent`,
  'by others': sql`came.by_others`,
}

/** The next links of a sheet that work, with all that its columns may be filled from. */
export const readLinksToWrite = (db: Runner, sheet: string, after: number, limit: number) =>
  db
    .selectFrom('personal_link as link')
    .innerJoin('record as contact', 'contact.id', 'link.contact_id')
    .leftJoin('record as house', (join) =>
      join.onRef('house.id', '=', 'contact.company_id').on('house.gone_by', 'is', null),
    )
    .select([sql<number>`link.n`.as('n'), 'link.hash', 'contact.id as contact', 'contact.title as name'])
    .select(['contact.key as email', 'contact.values', 'house.title as company'])
    .select(sql<string | null>`(${codesOf('contact')})[1]`.as('referralCode'))
    .where('link.sheet_id', '=', sheet)
    .where('link.n', '>', after)
    .where(sql<boolean>`link.withdrawn_at is null and link.expires_at > now()`)
    .orderBy('link.n')
    .limit(limit)
    .execute()
