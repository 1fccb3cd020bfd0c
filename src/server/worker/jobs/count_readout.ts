import { z } from 'zod'
import { recountDay } from '@/db/queries/readout'
import { defineJob } from './job'

/** Counts a form's visits of one day anew. */
export const countReadoutJob = defineJob({
  name: 'count_readout',
  payload: z.object({ formId: z.string(), day: z.string() }),
  crew: 'numbers',
  patience: 120,
  async run({ formId, day }, { context: { db }, way }) {
    await way.moment()
    await db.transaction().execute((tx) => recountDay(tx, formId, day))
  },
})
