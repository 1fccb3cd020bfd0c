'use server'

import { z } from 'zod'
import { listSubmissions, listUnfinished } from '@/db/queries/arrivals'
import { readCursor } from '@/db/queries/cursor'
import { resendDelivery } from '@/db/queries/deliveries'
import { requeueSubmission } from '@/db/queries/submissions'
import { memberAction } from '@/server/access/session'
import { context } from '@/server/context'

const querySchema = z.object({
  form: z.string().max(200).optional(),
  state: z.enum(['received', 'applied', 'failed']).optional(),
  search: z.string().max(500).optional(),
})

export type ArrivalQuery = z.output<typeof querySchema>

const cursorSchema = z.string().max(500).nullable()
const PAGE = 60

export const submissionsAction = memberAction(z.tuple([querySchema, cursorSchema]), ({ workspaceId }, query, after) =>
  listSubmissions(context().db, workspaceId, { ...query, after: readCursor(after), limit: PAGE }),
)

export const unfinishedAction = memberAction(z.tuple([querySchema, cursorSchema]), ({ workspaceId }, query, after) =>
  listUnfinished(context().db, workspaceId, { ...query, state: undefined, after: readCursor(after), limit: PAGE }),
)

export type SubmissionRow = Awaited<ReturnType<typeof submissionsAction>>['rows'][number]
export type UnfinishedRow = Awaited<ReturnType<typeof unfinishedAction>>['rows'][number]

/** Puts a delivery back in the queue, with all its attempts before it. */
export const resendAction = memberAction(z.tuple([z.uuid()]), ({ workspaceId }, delivery) =>
  resendDelivery(context().db, workspaceId, delivery),
)

/** Applies a submission again that could not be applied. */
export const runAgainAction = memberAction(z.tuple([z.uuid()]), ({ workspaceId }, submission) =>
  requeueSubmission(context().db, workspaceId, submission),
)
