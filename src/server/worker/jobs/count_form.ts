import { z } from 'zod'
import { recountForm } from '@/db/queries/readout'
import { defineJob } from './job'

/** Counts all of a form anew, as after its workspace tells days in another zone. */
export const countFormJob = defineJob({
  name: 'count_form',
  payload: z.object({ formId: z.string() }),
  crew: 'numbers',
  patience: 600,
  async run({ formId }, { context: { db }, way }) {
    await way.moment()
    await db.transaction().execute((tx) => recountForm(tx, formId))
  },
})
