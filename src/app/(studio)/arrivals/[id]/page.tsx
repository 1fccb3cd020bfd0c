import { notFound } from 'next/navigation'
import { z } from 'zod'
import { findSubmission } from '@/db/queries/arrivals'
import { readDeliveries } from '@/db/queries/deliveries'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { SubmissionView } from '@/studio/arrivals/submission'

export const metadata = { title: 'Submission' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { workspaceId } = await requireMember()
  const { db } = context()
  const id = z.uuid().safeParse((await params).id).data
  const submission = id ? await findSubmission(db, workspaceId, id) : undefined
  if (!submission) notFound()
  return <SubmissionView submission={submission} deliveries={await readDeliveries(db, workspaceId, submission.id)} />
}
