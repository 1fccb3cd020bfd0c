import { z } from 'zod'
import { releasePlanned } from '../../forms/releasePlanned'
import { defineJob } from './job'

/** Releases what was planned of a form, once its moment has come. */
export const releasePlannedJob = defineJob({
  name: 'release_planned',
  payload: z.object({ form: z.uuid() }),
  crew: 'house',
  patience: 120,
  run: ({ form }, { context: { db } }) => releasePlanned(db, form),
})
