import { z } from 'zod'
import { type SortKeys, sortingsOf } from '@/db/queries/list'
import { actorOf, type Member } from '@/server/access/member'
import { type Deed, perform } from '@/server/deeds/deed'
import { type Done, done } from '@/server/done'

/** How many rows a list shows before it is scrolled on. */
const PAGE = 60

/** Rows of a list, and where those after them begin. */
export interface Page<Row> {
  rows: Row[]
  next: string | null
  /** Reading it took so long that it was stopped: there may be rows, and nobody knows which. */
  tooLong?: true
}

/** A list of the studio, read page by page. */
export interface List<Query, Row> {
  /** What narrows and sorts it, as its address says. */
  query: z.ZodType<Query>
  /** One page of it, or why it is not given. */
  read(member: Member, query: Query, after: string | null): Promise<Done<Page<Row>>>
}

/** The list of the rows that a deed gives under a name. A sorting that it has not is the usual one. */
export const list = <Input extends z.ZodType, Name extends string, Row, More extends z.ZodRawShape>(
  one: Deed<Input, z.ZodType<unknown, Record<Name, Row[]> & { next: string | null }>>,
  name: Name,
  keys: SortKeys,
  more: More,
) => {
  const query = z.object({
    search: z.string().max(500).optional(),
    sort: z.enum(sortingsOf(keys)).optional().catch(undefined),
    ...more,
  })
  return {
    query,
    async read(member, query, after) {
      const asked = { ...query, limit: PAGE, ...(after === null ? {} : { after }) }
      const result = await perform(one, actorOf(member), asked)
      return result.ok ? done({ rows: result.value[name], next: result.value.next }) : result
    },
  } satisfies List<z.output<typeof query>, Row>
}
