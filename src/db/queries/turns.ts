import { sql } from 'kysely'
import type { Alike, TurnField } from '@/core/fill/count_turns'
import type { Condition } from '@/core/logic/condition'
import type { Runner } from '../database'
import { fitsPeople } from './people_who'

/** The contacts of a workspace, or those who fit a condition, counted by all that these fields say. */
export async function countAlike(
  db: Runner,
  workspaceId: string,
  who: Condition | null,
  fields: readonly TurnField[],
): Promise<Alike[]> {
  const valueOf = ({ record, field }: TurnField) =>
    sql`${sql.ref(record === 'contact' ? 'contact.values' : 'house.values')} -> ${field}::text`
  const isThere = (one: TurnField) => sql`coalesce(${valueOf(one)} not in ('null', '""', '[]', '{}'), false)`
  const stored = fields.map(
    (one) => sql`${one.name}::text, ${one.exact ? valueOf(one) : sql`nullif(${isThere(one)}, false)`}`,
  )
  const due = fields.flatMap((one) =>
    one.days === null
      ? []
      : [
          sql`case when (select max(change.at) from record_change change
              where change.record_id = ${sql.ref(one.record === 'contact' ? 'contact.id' : 'house.id')}
                and change.field = ${one.field}) < now() - make_interval(days => ${one.days}) then ${one.name}::text end`,
        ],
  )
  const { rows } = await sql<Alike>`
    select count(*)::int as people, stored, due from (
      select jsonb_build_object(${sql.join(stored)}) as stored,
        array_remove(array[${sql.join(due)}]::text[], null) as due
      from record contact
      left join record house on house.id = contact.company_id and house.gone_by is null
      where contact.workspace_id = ${workspaceId} and contact.type = 'contact' and contact.gone_by is null
        and ${who === null ? sql`true` : fitsPeople(who, { workspaceId })}
    ) person group by stored, due
  `.execute(db)
  return rows
}
