import { z } from 'zod'
import { stepPastRun } from '../../past_runs/step_past_run'
import { defineJob } from './job'

/** Goes on with running past arrivals through a draft, for a moment. */
export const stepPastRunJob = defineJob({
  name: 'step_past_run',
  payload: z.object({ run: z.string() }),
  crew: 'imports',
  patience: 120,
  run: ({ run }, { context: { db }, way }) => stepPastRun(db, run, way),
})
