import { sql } from 'kysely'
import type { Condition } from '@/core/logic/condition'
import type { Segment } from '@/core/segments/segment'
import { asJson, type Runner } from '../database'
import { fitsPeople } from './people_who'

export interface StoredSegment extends Segment {
  changedBy: string
  changedAt: Date
}

const segmentsOf = (db: Runner, workspaceId: string) =>
  db
    .selectFrom('segment')
    .select(['name', 'title', 'condition', 'changed_by as changedBy', 'changed_at as changedAt'])
    .where('workspace_id', '=', workspaceId)

/** The segments of a workspace, by title. */
export const listSegments = (db: Runner, workspaceId: string): Promise<StoredSegment[]> =>
  segmentsOf(db, workspaceId).orderBy('title').orderBy('name').execute()

export const findSegment = async (db: Runner, workspaceId: string, name: string): Promise<StoredSegment | null> =>
  (await segmentsOf(db, workspaceId).where('name', '=', name).executeTakeFirst()) ?? null

/** Makes a segment, or changes one. */
export async function saveSegment(
  db: Runner,
  workspaceId: string,
  { name, title, condition }: Segment,
  by: string,
): Promise<void> {
  const set = { title, condition: asJson(condition), changed_by: by, changed_at: sql<Date>`now()` }
  await db
    .insertInto('segment')
    .values({ workspace_id: workspaceId, name, ...set })
    .onConflict((conflict) => conflict.columns(['workspace_id', 'name']).doUpdateSet(set))
    .execute()
}

export async function dropSegment(db: Runner, workspaceId: string, name: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('segment')
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .executeTakeFirst()
  return numDeletedRows > 0n
}

/** How many people fit a condition. */
export async function countPeopleWho(db: Runner, workspaceId: string, condition: Condition): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from record contact
    where workspace_id = ${workspaceId} and type = 'contact' and gone_by is null
      and ${fitsPeople(condition, { workspaceId })}
  `.execute(db)
  return rows[0]?.n ?? 0
}

/** Sources that visits of the last year came from, the commonest first; as many as one can choose among. */
export async function listSources(db: Runner, workspaceId: string): Promise<string[]> {
  const { rows } = await sql<{ source: string }>`
    select source from readout_day where workspace_id = ${workspaceId} and day > now() - interval '366 days'
    group by source order by sum(arrived) desc, source limit 60
  `.execute(db)
  return rows.map(({ source }) => source)
}
