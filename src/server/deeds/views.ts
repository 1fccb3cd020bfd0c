import { z } from 'zod'
import { keepColumns as writeColumns } from '@/db/queries/views'
import { done, notDone } from '../done'
import { deed } from './deed'
import { nothing } from './shapes'

/** How whoever looks likes to see a list: their own matter, of which History tells nothing. */

/** Lists whose columns are chosen. */
const VIEWED = ['people', 'companies', 'deals', 'requests'] as const

const column = z.strictObject({
  name: z.string().min(1).max(100),
  width: z.number().int().min(40).max(1200).nullable(),
})

export const keepColumns = deed({
  summary: 'Keep which columns of a list one sees, in which order and how wide; null for the usual ones',
  may: 'people',
  input: z.strictObject({ list: z.enum(VIEWED), columns: z.array(column).min(1).max(100).nullable() }),
  gives: nothing,
  refusals: { 403: 'Only a member sees a list' },
  async run({ context, workspaceId, doer }, { list, columns }) {
    if (doer.sort !== 'member') return notDone(403, 'Only a member sees a list.')
    await writeColumns(context.db, { workspaceId, userId: doer.id, list }, columns)
    return done(null)
  },
})
