import type { Cells } from '@/core/imports/choices_in'
import { sql } from 'kysely'
import { asJson, type Runner } from '../database'
import type { ImportState, RowIs, RowTold } from '../schema_of_imports'

export const findImport = (db: Runner, workspaceId: string, id: string) =>
  db
    .selectFrom('import')
    .select(['id', 'name', 'state', 'kind', 'encoding', 'separator', 'columns', 'plan', 'rows', 'place', 'counts'])
    .select(['error', 'left_over as leftOver', 'who', 'created_at as createdAt'])
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .executeTakeFirst()

/** The import that a step is to be made of, held until the transaction ends. */
export const holdImport = (tx: Runner, id: string) =>
  tx.selectFrom('import').selectAll().where('id', '=', id).forUpdate().executeTakeFirst()

export type HeldImport = NonNullable<Awaited<ReturnType<typeof holdImport>>>

/** The latest imports, the last one first. */
export const listImports = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('import')
    .select(['id', 'name', 'state', 'rows', 'place', 'counts', 'who', 'created_at as createdAt'])
    .where('workspace_id', '=', workspaceId)
    .orderBy('created_at', 'desc')
    .limit(50)
    .execute()

export type ImportInList = Awaited<ReturnType<typeof listImports>>[number]

type Change = Partial<{
  state: ImportState
  encoding: string | null
  separator: string | null
  columns: string
  plan: string
  rows: number
  place: number
  counts: string
  error: string | null
  parted_to: string | null
  parts_companies: boolean
  put_back_by: string
  left_over: string
}>

/** Says how far an import is, where it is still in one of these states; `false` where it is not. */
export async function moveImport(
  db: Runner,
  workspaceId: string,
  id: string,
  from: readonly ImportState[],
  change: Change,
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('import')
    .set({ ...change, changed_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('state', 'in', from)
    .executeTakeFirst()
  return numUpdatedRows > 0n
}

/** Has the next step of an import made soon; asked again before it is, once. */
export const queueStep = (db: Runner, id: string) =>
  sql`select graphile_worker.add_job('step_import', json_build_object('import', ${id}::text),
    job_key := 'import:' || ${id}::text)`.execute(db)

export interface ReadRow {
  n: number
  cells: string[]
}

export async function addRows(db: Runner, id: string, rows: readonly ReadRow[]): Promise<void> {
  await sql`
    insert into import_row (import_id, n, cells)
    select ${id}, n, cells from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(n integer, cells jsonb)
  `.execute(db)
}

export const dropRows = (db: Runner, id: string) => db.deleteFrom('import_row').where('import_id', '=', id).execute()

/** The rows after a place, in their order. */
export const readRows = (db: Runner, id: string, after: number, limit: number): Promise<ReadRow[]> =>
  db
    .selectFrom('import_row')
    .select(['n', 'cells'])
    .where('import_id', '=', id)
    .where('n', '>', after)
    .orderBy('n')
    .limit(limit)
    .execute()

/** Most different cells of a column that are looked at. */
const MOST_CELLS = 5000

/** What stands in a column, and in how many rows, the commonest first. */
export async function readColumn(db: Runner, id: string, column: number): Promise<Cells[]> {
  const { rows } = await sql<Cells>`
    select trim(cells ->> ${column}::int) as text, count(*)::int as rows from import_row
    where import_id = ${id} and trim(cells ->> ${column}::int) <> ''
    group by 1 order by 2 desc, min(n) limit ${MOST_CELLS}
  `.execute(db)
  return rows
}

export interface Row {
  n: number
  email: string | null
  is: RowIs
  told: RowTold | null
}

/** Keeps what rows come to. */
export async function tellRows(db: Runner, id: string, rows: readonly Row[]): Promise<void> {
  await sql`
    update import_row mine set email = row.email, "is" = row."is", told = row.told
    from jsonb_to_recordset(${asJson(rows)}::jsonb) as row(n integer, email text, "is" text, told jsonb)
    where mine.import_id = ${id} and mine.n = row.n
  `.execute(db)
}

/** Which of these addresses stand in rows up to a place. */
export async function readSeen(db: Runner, id: string, place: number, emails: readonly string[]): Promise<Set<string>> {
  const { rows } = await sql<{ email: string }>`
    select distinct email from import_row where import_id = ${id} and n <= ${place} and email = any(${emails}::text[])
  `.execute(db)
  return new Set(rows.map(({ email }) => email))
}

/** Some rows of each sort, the first ones: what a preview shows. */
export async function readSamples(db: Runner, id: string, each: number) {
  const { rows } = await sql<{ n: number; cells: string[]; email: string | null; is: RowIs; told: RowTold | null }>`
    select n, cells, email, sort as "is", told
    from unnest(array['made', 'changed', 'same', 'again', 'unknown', 'wrong']) sort
    cross join lateral (
      select n, cells, email, told from import_row where import_id = ${id} and "is" = sort order by n limit ${each}
    ) of_sort
    order by sort, n
  `.execute(db)
  return rows
}

/** The next records that a cause did something to, companies or all others, by their ids. */
export async function readTouchedAfter(
  db: Runner,
  cause: string,
  { companies, after }: { companies: boolean; after: string },
  limit: number,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select record_id as id from record_change change join record on record.id = change.record_id
    where change.cause_id = ${cause} and change.record_id > ${after} and (record.type = 'company') = ${companies}
    group by record_id order by record_id limit ${limit}
  `.execute(db)
  return rows.map(({ id }) => id)
}

/** Imports whose rows are kept no longer, since so many days ago something was done to them last; at most so many. */
export const findEndedImports = async (tx: Runner, days: number, most: number): Promise<string[]> => {
  const { rows } = await sql<{ id: string }>`
    select id from import where changed_at < now() - make_interval(days => ${days})
      and exists (select from import_row where import_id = import.id)
    order by changed_at limit ${most} for update skip locked
  `.execute(tx)
  return rows.map(({ id }) => id)
}

/** Removes the rows of these imports, counted for each workspace. */
export async function removeRowsOf(tx: Runner, ids: readonly string[]) {
  const { rows } = await sql<{ workspace: string; n: number }>`
    with removed as (
      delete from import_row using import where import_id = import.id and import.id = any(${ids}::uuid[])
      returning import.workspace_id
    )
    select workspace_id as workspace, count(*)::int as n from removed group by workspace_id
  `.execute(tx)
  return rows
}

/** Removes an import of which nothing was brought in, with its rows; `false` where something was. */
export async function dropImport(db: Runner, workspaceId: string, id: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('import')
    .where('workspace_id', '=', workspaceId)
    .where('id', '=', id)
    .where('state', 'in', ['reading', 'mapping', 'checking', 'ready', 'failed'])
    .where((eb) => eb.not(eb.exists(eb.selectFrom('cause').select('cause.id').whereRef('cause.id', '=', 'import.id'))))
    .executeTakeFirst()
  return numDeletedRows > 0n
}

/** Rows that were left out, after a place, in their order. */
export const readLeftOut = (db: Runner, id: string, after: number, limit: number) =>
  db
    .selectFrom('import_row')
    .select(['n', 'cells', 'told'])
    .where('import_id', '=', id)
    .where('is', 'in', ['wrong', 'unknown'])
    .where('n', '>', after)
    .orderBy('n')
    .limit(limit)
    .execute()
