import { z } from 'zod'
import { keepNightly } from '../../keeping/keepNightly'
import { defineJob } from './job'

/** Removes each night what has had its time: links, sessions and proofs that have ended. */
export const keepNightlyJob = defineJob({
  name: 'keep_nightly',
  payload: z.unknown(),
  crew: 'house',
  every: 24 * 60 * 60,
  patience: 60 * 60,
  run: (_, { context: { db } }) => keepNightly(db),
})
