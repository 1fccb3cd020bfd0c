import { sql } from 'kysely'
import type { Doer } from '@/core/changes/cause'
import type { PlannedTags, Tags } from '@/core/sources/tags'
import { asJson, type Runner } from '../database'

export interface NewTaggedLink extends Tags {
  workspaceId: string
  formId: string
  doer: Doer
}

/** Keeps a link of a form, unless there are as many as it may have; `null` for one that is kept already. */
export async function addTaggedLink(
  db: Runner,
  { workspaceId, formId, source, medium, campaign, doer }: NewTaggedLink,
  most: number,
): Promise<string | 'too many' | null> {
  const { count } = await db
    .selectFrom('tagged_link')
    .select(sql<number>`count(*)::int`.as('count'))
    .where('form_id', '=', formId)
    .executeTakeFirstOrThrow()
  if (count >= most) return 'too many'
  const made = await db
    .insertInto('tagged_link')
    .values({ workspace_id: workspaceId, form_id: formId, source, medium, campaign, doer: asJson(doer) })
    .onConflict((conflict) => conflict.columns(['form_id', 'source', 'medium', 'campaign']).doNothing())
    .returning('id')
    .executeTakeFirst()
  return made?.id ?? null
}

/** The links of a form: by campaign, those without one last, and the latest of each first. */
export const listTaggedLinks = (db: Runner, formId: string) =>
  db
    .selectFrom('tagged_link')
    .select(['id', 'source', 'medium', 'campaign', 'made_at as madeAt', sql<string>`doer ->> 'name'`.as('who')])
    .where('form_id', '=', formId)
    .orderBy(sql`campaign = ''`)
    .orderBy('campaign')
    .orderBy('made_at', 'desc')
    .orderBy('id')
    .execute()

/** What came of some sources of a form, by all its days. */
export const countSources = (db: Runner, formId: string, sources: readonly string[]) =>
  db
    .selectFrom('readout_day')
    .select('source')
    .select([
      sql<number>`sum(arrived)::int`.as('arrived'),
      sql<number>`sum(began)::int`.as('began'),
      sql<number>`sum(sent)::int`.as('sent'),
    ])
    .where('form_id', '=', formId)
    .where('source', 'in', sources)
    .groupBy('source')
    .execute()

/** Forgets a link of a form; `null` where there is none. What came of it stays. */
export async function dropTaggedLink(db: Runner, formId: string, id: string): Promise<Tags | null> {
  const dropped = await db
    .deleteFrom('tagged_link')
    .where('form_id', '=', formId)
    .where('id', '=', id)
    .returning(['source', 'medium', 'campaign'])
    .executeTakeFirst()
  return dropped ?? null
}

/** The tags that a workspace plans to use. */
export async function readPlannedTags(db: Runner, workspaceId: string): Promise<PlannedTags> {
  const { planned_tags } = await db
    .selectFrom('workspace')
    .select('planned_tags')
    .where('id', '=', workspaceId)
    .executeTakeFirstOrThrow()
  return planned_tags
}

export async function writePlannedTags(db: Runner, workspaceId: string, planned: PlannedTags): Promise<void> {
  await db
    .updateTable('workspace')
    .set({ planned_tags: asJson(planned) })
    .where('id', '=', workspaceId)
    .execute()
}
