import { isoIn } from '@/core/formats/zone'
import { type Cell, cellsOf } from '@/core/form/table'
import { tellDeed } from '@/core/changes/deeds'
import { type HistoryFilter, listHistory } from '@/db/queries/causes'
import { type Cursor, readCursor } from '@/db/queries/list'
import { listPeople, type PeopleFilter } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import type { Db } from '@/db/database'
import { heavily } from '../heavy'
import { whoIn } from '../settings/segments'

/** A row as a sheet has it, and as a program does. */
export interface ExportedRow {
  cells: () => Cell[]
  json: () => object
}

/** What is exported, a page of rows at a time: a turn of the streams for each row costs more than the row itself. */
export interface Export {
  name: string
  columns: string[]
  pages: AsyncIterable<ExportedRow[]>
}

/** Rows fetched at once: enough to keep the database busy, few enough to keep memory flat. */
export const PAGE = 500

/** The contacts that fit a filter, the last changed first, with a column for each field; `null` where their segment is gone. */
export async function exportPeople(
  db: Db,
  workspaceId: string,
  asked: Pick<PeopleFilter, 'search' | 'owner' | 'ids'> & { segment?: string | undefined },
): Promise<Export | null> {
  const filter = await whoIn(db, workspaceId, asked)
  if (!filter.ok) return null
  const { fields, workspace } = await readResources(db, workspaceId)
  const columns = fields.filter(({ record }) => record === 'contact').map(({ name }) => name)
  const pages = pagesOf(
    (after) => listPeople(db, workspaceId, { ...filter.value, after, limit: PAGE }),
    ({ id, updatedAt, company, owner, lists, values }) => {
      const names = (lists ?? []).map(({ name }) => name)
      const row: ExportedRow = {
        cells: () => [
          id,
          isoIn(workspace.timeZone, updatedAt),
          company,
          names.join('; ') || null,
          owner?.name ?? null,
          ...cellsOf(columns, values),
        ],
        json: () => ({
          format: 'lichen-contact-1',
          contact: id,
          changed_at: updatedAt.toISOString(),
          company,
          lists: names,
          owner: owner?.name ?? null,
          values,
        }),
      }
      return [row]
    },
  )
  return { name: 'people', columns: ['contact', 'changed_at', 'company_name', 'lists', 'owner', ...columns], pages }
}

/** Who did what, the latest first. */
export async function exportHistory(
  db: Db,
  workspaceId: string,
  filter: Omit<HistoryFilter, 'after' | 'limit' | 'sort'>,
): Promise<Export> {
  const { workspace } = await readResources(db, workspaceId)
  const pages = pagesOf(
    (after) => listHistory(db, workspaceId, { ...filter, after, limit: PAGE }),
    ({ id, at, sort, who, deed, about, undoneBy }): ExportedRow[] => [
      {
        cells: () => [id, isoIn(workspace.timeZone, at), sort, who, tellDeed(deed), about || null, undoneBy],
        json: () => ({
          format: 'lichen-cause-1',
          cause: id,
          at: at.toISOString(),
          sort,
          who,
          deed,
          about,
          undone_by: undoneBy,
        }),
      },
    ],
  )
  return { name: 'history', columns: ['cause', 'at', 'sort', 'who', 'did', 'about', 'undone_by'], pages }
}

/** Every row of a list that pages by key, page by page; what each becomes. */
export async function* pagesOf<T>(
  fetch: (after: Cursor | null) => Promise<{ rows: T[]; next: string | null }>,
  show: (row: T) => ExportedRow[],
): AsyncGenerator<ExportedRow[]> {
  let after: Cursor | null = null
  for (;;) {
    const page: { rows: T[]; next: string | null } = await heavily(() => fetch(after))
    if (page.rows.length > 0) yield page.rows.flatMap(show)
    after = readCursor(page.next)
    if (after === null) return
  }
}
