import type { RecordField } from '@/core/fields/field'
import type { Owner } from '@/core/records/record'
import type { OpenedSum, OpenedType } from '@/db/queries/opened'
import type { KeptColumn } from '@/db/schema_of_settings'
import { readColumns } from '@/db/queries/views'
import { readResources } from '@/db/queries/workspace'
import { actorOf, type Member } from '@/server/access/member'
import { context } from '@/server/context'
import { perform } from '@/server/deeds/deed'
import { sumOpened } from '@/server/deeds/opened'
import { tookTooLong } from '@/server/failures'

/** What a list of deals or requests comes to, with their fields; `null` for sums that took too long to read. */
export async function readSums(
  type: OpenedType,
  member: Member,
  { search, owner }: { search: string | undefined; owner: string | undefined },
): Promise<{ sums: OpenedSum[] | null; fields: RecordField[]; members: Owner[]; kept: KeptColumn[] | null }> {
  const { db } = context()
  const list = type === 'deal' ? 'deals' : 'requests'
  const [{ fields, members }, kept] = await Promise.all([
    readResources(db, member.workspaceId),
    readColumns(db, { ...member, list }),
  ])
  const mine = fields.filter(({ record }) => record === type)
  try {
    const summed = await perform(sumOpened, actorOf(member), { type, search, owner })
    return { sums: summed.ok ? summed.value.sums : null, fields: mine, members, kept }
  } catch (error) {
    if (tookTooLong(error)) return { sums: null, fields: mine, members, kept }
    throw error
  }
}
