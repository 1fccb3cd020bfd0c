import type { Form } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import { readPlan } from '@/core/plan/stored'
import { findSubmission } from '@/db/queries/arrivals'
import type { Runner } from '@/db/database'
import { listSubmissionNotes } from '@/db/queries/bin'
import { listCorrections } from '@/db/queries/corrections'
import { readDeliveries } from '@/db/queries/deliveries'

/** One submission with the plan that ran and its deliveries, and the form as it was then; `null` for none. */
export async function showSubmission(db: Runner, workspaceId: string, id: string) {
  const found = await findSubmission(db, workspaceId, id)
  if (!found) return null
  const { definition, plan, ...submission } = found
  const [deliveries, corrections, notes] = await Promise.all([
    readDeliveries(db, workspaceId, id),
    listCorrections(db, workspaceId, id),
    listSubmissionNotes(db, workspaceId, id),
  ])
  const form: Form = readStored(definition)
  return { submission: { ...submission, plan: readPlan(plan), deliveries, corrections, notes }, form }
}

export type ShownSubmission = NonNullable<Awaited<ReturnType<typeof showSubmission>>>
