import { sql } from 'kysely'
import { rateOf } from '../readout/readReadout'
import type { Db } from '@/db/database'

/** Every form of a workspace with its numbers of the last 30 days, by name. */
export async function listForms(db: Db, workspaceId: string) {
  const rows = await db
    .selectFrom('form')
    .leftJoin('release', 'release.id', 'form.live_release_id')
    .leftJoin('user as owner', 'owner.id', 'form.owner_id')
    .leftJoin(
      (eb) =>
        eb
          .selectFrom('readout_day')
          .select([
            'form_id',
            sql<number>`sum(arrived)::int`.as('arrived'),
            sql<number>`sum(sent)::int`.as('sent'),
            sql<number>`sum(unfinished)::int`.as('unfinished'),
          ])
          .where('workspace_id', '=', workspaceId)
          .where(
            'day',
            '>',
            sql<string>`(now() at time zone (select time_zone from workspace where id = ${workspaceId}))::date - 30`,
          )
          .groupBy('form_id')
          .as('counts'),
      (join) => join.onRef('counts.form_id', '=', 'form.id'),
    )
    .select([
      'form.id',
      'form.slug',
      'form.name',
      'form.folder',
      'form.campaign',
      'owner.name as owner',
      'release.number as release',
      'form.updated_at as updatedAt',
      'counts.arrived',
      'counts.sent',
      'counts.unfinished',
    ])
    .where('form.workspace_id', '=', workspaceId)
    .orderBy('form.name')
    .execute()
  return rows.map((row) => {
    const [arrived, sent, unfinished] = [row.arrived ?? 0, row.sent ?? 0, row.unfinished ?? 0]
    return { ...row, arrived, sent, unfinished, finish: rateOf(sent, arrived) }
  })
}

export type ListedForm = Awaited<ReturnType<typeof listForms>>[number]
