import { z } from 'zod'
import { settleSearch } from '@/db/queries/search'
import { defineJob } from './job'

/** Puts new rows in their places in the indexes that lists are searched by; until then they stand beside them. */
export const settleSearchJob = defineJob({
  name: 'settle_search',
  payload: z.unknown(),
  crew: 'house',
  every: 20,
  patience: 10 * 60,
  async run(_, { context: { db } }) {
    await settleSearch(db)
  },
})
