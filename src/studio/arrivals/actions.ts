'use server'

import { z } from 'zod'
import { SUBMISSION_KEYS, UNFINISHED_KEYS } from '@/db/queries/arrivals'
import { deedAction } from '@/server/access/session'
import { readSubmissions, readUnfinished, runAgain, sendAgain, stateSchema } from '@/server/deeds/arrivals'
import { listAction } from '../ui/listQuery'

const form = z.string().max(200).optional()

export interface ArrivalQuery {
  form: string | undefined
  search: string | undefined
  sort: string | undefined
  state?: z.output<typeof stateSchema> | undefined
}

export const submissionsAction = listAction(readSubmissions, 'submissions', SUBMISSION_KEYS, {
  form,
  state: stateSchema.optional(),
})

export const unfinishedAction = listAction(readUnfinished, 'unfinished', UNFINISHED_KEYS, { form })

export type SubmissionRow = Awaited<ReturnType<typeof submissionsAction>>['rows'][number]
export type UnfinishedRow = Awaited<ReturnType<typeof unfinishedAction>>['rows'][number]

/** Puts a delivery back in the queue, with all its attempts before it. */
export const resendAction = deedAction(sendAgain)

/** Applies a submission again that could not be applied. */
export const runAgainAction = deedAction(runAgain)
