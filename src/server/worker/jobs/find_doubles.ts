import { setImmediate } from 'node:timers/promises'
import { z } from 'zod'
import { queueDoublesOfChanged } from '@/db/queries/doubles'
import { lookForDoubles } from '../../people/lookForDoubles'
import { defineJob } from './job'

/** Looks through a workspace’s contacts for those that may be one person. */
export const findDoublesJob = defineJob({
  name: 'find_doubles',
  payload: z.object({ workspace: z.string() }),
  crew: 'numbers',
  patience: 60 * 60,
  async run({ workspace }, { context: { db }, way }) {
    await lookForDoubles(db, workspace, async () => {
      await way.moment()
      await setImmediate()
    })
  },
})

/** Has them looked for wherever contacts changed. */
export const findDoublesAgainJob = defineJob({
  name: 'find_doubles_again',
  payload: z.unknown(),
  crew: 'house',
  every: 60 * 60,
  patience: 2 * 60 * 60,
  async run(_, { context: { db } }) {
    await queueDoublesOfChanged(db)
  },
})
