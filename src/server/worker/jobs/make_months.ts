import { z } from 'zod'
import { ensureEventMonths } from '@/db/queries/visits'
import { defineJob } from './job'

/** Months that there are parts of the event table for, beside this one. */
const AHEAD = 3

/** Sees to it that what visits tell has a part of the table to stand in, for months to come. */
export const makeMonthsJob = defineJob({
  name: 'make_months',
  payload: z.unknown(),
  crew: 'house',
  every: 24 * 60 * 60,
  patience: 60 * 60,
  run: (_, { context: { db } }) => ensureEventMonths(db, 0, AHEAD),
})
