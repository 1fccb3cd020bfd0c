import { z } from 'zod'
import { DEED_NAMES } from '@/core/changes/deeds'
import { HISTORY_KEYS, listHistory, WHICH_CAUSES } from '@/db/queries/causes'
import { done } from '../done'
import { heavily } from '../heavy'
import { deed } from './deed'
import { listSchema } from './lists'
import { causeSort, moment, pageOf, record } from './shapes'

/** Who did what, when: kept for good, and changed by nobody. */

export const whichSchema = z
  .enum(WHICH_CAUSES)
  .describe(
    '`done`: what members and programs did; `all`: what visitors sent as well. What is searched is what was done',
  )

export const deedSchema = z.enum(DEED_NAMES)

const causeRow = z.object({
  id: z.uuid(),
  sort: causeSort,
  deed: z.string(),
  who: z.string().nullable().describe('What whoever did it was called then; null for a visitor'),
  about: z.string().describe('What it was done to, as that was called then'),
  at: moment,
  undoneBy: z.uuid().nullable().describe('The cause that put all of it back, as long as that stands'),
  submission: z.uuid().nullable(),
  record: z
    .object({ id: z.uuid(), type: record, gone: z.boolean() })
    .nullable()
    .describe('The first record that it changed; whatever changed one can be put back'),
})

export const readHistory = deed({
  summary: 'Who did what, the latest first',
  may: 'people',
  input: listSchema(HISTORY_KEYS).extend({ which: whichSchema.default('done'), deed: deedSchema.optional() }),
  gives: pageOf('history', causeRow),
  async run({ context, workspaceId }, filter) {
    const { rows, next } = await heavily(() => listHistory(context.db, workspaceId, filter))
    return done({ history: rows, next })
  },
})
