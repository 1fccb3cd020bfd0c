import { readStored } from '@/core/form/stored'
import { isoIn } from '@/core/formats/zone'
import { type Cell, cellsOf, columnsOf } from '@/core/form/table'
import { tellDeed } from '@/core/changes/deeds'
import { type ArrivalFilter, listSubmissions } from '@/db/queries/arrivals'
import { type HistoryFilter, listHistory } from '@/db/queries/causes'
import { type Cursor, readCursor } from '@/db/queries/list'
import { readDefinitions } from '@/db/queries/forms'
import { listPeople, type PeopleFilter } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import type { Db } from '@/db/database'
import { heavily } from '../heavy'
import { whoIn } from '../settings/segments'

/** A row as a sheet has it, and as a program does. */
interface ExportedRow {
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
const PAGE = 500

/** The submissions that fit a filter, newest first, moments with the offset of the workspace's zone, with a column for each value any release of their forms has asked. */
export async function exportSubmissions(
  db: Db,
  workspaceId: string,
  filter: Omit<ArrivalFilter, 'after' | 'limit' | 'sort'>,
): Promise<Export> {
  const [definitions, { workspace }] = await Promise.all([
    readDefinitions(db, workspaceId, filter.form),
    readResources(db, workspaceId),
  ])
  const columns = columnsOf(definitions.map(readStored))
  const about = ['submission', 'received_at', 'form', 'release', 'state', 'test', 'contact']
  const pages = pagesOf(
    (after) => listSubmissions(db, workspaceId, { ...filter, after, limit: PAGE }),
    ({ id, receivedAt, form, release, state, isTest, email, values }): ExportedRow => ({
      cells: () => [
        id,
        isoIn(workspace.timeZone, receivedAt),
        form,
        release,
        state,
        isTest ? 'yes' : 'no',
        email,
        ...cellsOf(columns, values),
      ],
      json: () => ({
        format: 'lichen-submission-1',
        submission: id,
        received_at: receivedAt.toISOString(),
        form,
        release,
        state,
        test: isTest,
        contact: email,
        values,
      }),
    }),
  )
  return { name: filter.form ?? 'arrivals', columns: [...about, ...columns], pages }
}

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
    ({ id, updatedAt, company, owner, lists, values }): ExportedRow => {
      const names = (lists ?? []).map(({ name }) => name)
      return {
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
    ({ id, at, sort, who, deed, about, undoneBy }): ExportedRow => ({
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
    }),
  )
  return { name: 'history', columns: ['cause', 'at', 'sort', 'who', 'did', 'about', 'undone_by'], pages }
}

/** Every row of a list that pages by key, page by page. */
async function* pagesOf<T>(
  fetch: (after: Cursor | null) => Promise<{ rows: T[]; next: string | null }>,
  show: (row: T) => ExportedRow,
): AsyncGenerator<ExportedRow[]> {
  let after: Cursor | null = null
  for (;;) {
    const page: { rows: T[]; next: string | null } = await heavily(() => fetch(after))
    if (page.rows.length > 0) yield page.rows.map(show)
    after = readCursor(page.next)
    if (after === null) return
  }
}
