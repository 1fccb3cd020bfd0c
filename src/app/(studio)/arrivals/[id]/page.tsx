import { notFound } from 'next/navigation'
import { z } from 'zod'
import { findSubmission } from '@/db/queries/arrivals'
import { readDeliveries } from '@/db/queries/deliveries'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { SubmissionView } from '@/studio/arrivals/submission'

export const metadata = { title: 'Submission' }

export default memberPage(async ({ workspaceId }, { params }) => {
  const { db } = context()
  const id = z.uuid().safeParse(params.id).data
  const submission = id ? await findSubmission(db, workspaceId, id) : undefined
  if (!submission) notFound()
  return <SubmissionView submission={submission} deliveries={await readDeliveries(db, workspaceId, submission.id)} />
})
