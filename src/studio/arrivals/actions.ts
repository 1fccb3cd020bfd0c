'use server'

import { listSubmissions, listUnfinished } from '@/db/queries/arrivals'
import { readCursor } from '@/db/queries/cursor'
import { resendDelivery } from '@/db/queries/deliveries'
import { requeueSubmission } from '@/db/queries/submissions'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'

export interface ArrivalQuery {
  form?: string | undefined
  state?: 'received' | 'applied' | 'failed' | undefined
  search?: string | undefined
}

const PAGE = 60

export async function submissionsAction(query: ArrivalQuery, after: string | null) {
  const { workspaceId } = await requireMember()
  return listSubmissions(context().db, workspaceId, { ...query, after: readCursor(after), limit: PAGE })
}

export async function unfinishedAction(query: ArrivalQuery, after: string | null) {
  const { workspaceId } = await requireMember()
  return listUnfinished(context().db, workspaceId, {
    ...query,
    state: undefined,
    after: readCursor(after),
    limit: PAGE,
  })
}

export type SubmissionRow = Awaited<ReturnType<typeof submissionsAction>>['rows'][number]
export type UnfinishedRow = Awaited<ReturnType<typeof unfinishedAction>>['rows'][number]

/** Puts a delivery back in the queue, with all its attempts before it. */
export async function resendAction(delivery: string): Promise<boolean> {
  const { workspaceId } = await requireMember()
  return resendDelivery(context().db, workspaceId, delivery)
}

/** Applies a submission again that could not be applied. */
export async function runAgainAction(submission: string): Promise<boolean> {
  const { workspaceId } = await requireMember()
  return requeueSubmission(context().db, workspaceId, submission)
}
