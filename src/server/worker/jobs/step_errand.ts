import { z } from 'zod'
import { stepErrand } from '../../errands/step_errand'
import { defineJob } from './job'

/** Goes on with an errand for a moment. */
export const stepErrandJob = defineJob({
  name: 'step_errand',
  payload: z.object({ errand: z.string() }),
  crew: 'imports',
  patience: 120,
  run: ({ errand: id }, { context: { db }, way }) => stepErrand(db, id, way),
})
