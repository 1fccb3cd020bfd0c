import { notFound } from 'next/navigation'
import { z } from 'zod'
import { type SortKeys, sortingsOf } from '@/db/queries/list'
import { actorOf, memberAction } from '@/server/access/session'
import { type Deed, perform } from '@/server/deeds/deed'

/** How many rows a list shows before it is scrolled on. */
const PAGE = 60

/** What the address of any list says of it. */
export interface ListQuery {
  search: string | undefined
  sort: string | undefined
}

/** The same, read. A sorting that the list has not is the usual one. */
const listQuery = (keys: SortKeys) =>
  z.object({
    search: z.string().max(500).optional(),
    sort: z.enum(sortingsOf(keys)).optional().catch(undefined),
  })

/** Makes an action that reads a list page by page: the rows that its deed gives under a name, and where the next begin. */
export const listAction = <Input extends z.ZodType, Name extends string, Row, More extends z.ZodRawShape>(
  one: Deed<Input, z.ZodType<unknown, Record<Name, Row[]> & { next: string | null }>>,
  name: Name,
  keys: SortKeys,
  more: More,
) =>
  memberAction(
    z.tuple([listQuery(keys).extend(more), z.string().max(8000).nullable()]),
    async (member, query, after): Promise<{ rows: Row[]; next: string | null }> => {
      const asked = { ...query, limit: PAGE, ...(after === null ? {} : { after }) }
      const result = await perform(one, actorOf(member), asked)
      // Nobody’s screen asks for what cannot be read.
      return result.ok ? { rows: result.value[name], next: result.value.next } : notFound()
    },
  )
