import { findSubmission, listSubmissions } from '@/db/queries/arrivals'
import { readCursor } from '@/db/queries/cursor'
import { readDeliveries, resendDelivery } from '@/db/queries/deliveries'
import { requeueSubmission } from '@/db/queries/submissions'
import { exportSubmissions } from '../../exports/rows'
import { writeExport } from '../../exports/write'
import { problem } from '../../problem'
import { answerDone, isUuid, operation, type Operation } from '../operation'
import { submissionExportSchema, submissionFilterSchema } from '../schemas'

/** Submissions: read, exported, run again, and their deliveries sent again. */
export const arrivalOperations: Operation[] = [
  operation({
    method: 'GET',
    path: '/submissions',
    summary: 'Submissions, newest first',
    query: submissionFilterSchema,
    answers: { 200: 'A page; `next` is the cursor of the one after' },
    async run({ context, workspaceId, query }) {
      const filter = { ...query, after: readCursor(query.after) }
      const { rows, next } = await listSubmissions(context.db, workspaceId, filter)
      return Response.json({ submissions: rows, next })
    },
  }),
  operation({
    method: 'GET',
    path: '/exports/submissions',
    summary: 'Every submission that fits, as a download',
    query: submissionExportSchema,
    answers: { 200: 'The file, streamed' },
    run: async ({ context, workspaceId, query: { format, ...filter } }) =>
      writeExport(await exportSubmissions(context.db, workspaceId, filter), format),
  }),
  operation({
    method: 'GET',
    path: '/submissions/{id}',
    summary: 'One submission with the plan that ran and its deliveries',
    answers: { 200: 'The submission', 404: 'No such submission' },
    async run({ context: { db }, workspaceId, path }) {
      const id = path.id ?? ''
      const found = isUuid(id) ? await findSubmission(db, workspaceId, id) : undefined
      if (!found) return problem(404, 'There is no such submission.')
      const { definition: _, ...submission } = found
      return Response.json({ ...submission, deliveries: await readDeliveries(db, workspaceId, id) })
    },
  }),
  operation({
    method: 'POST',
    path: '/submissions/{id}/again',
    summary: 'Apply a submission again that could not be applied',
    answers: { 204: 'It is queued', 404: 'No such submission, or it did not fail' },
    run: async ({ context: { db }, workspaceId, path: { id = '' } }) =>
      answerDone(isUuid(id) && (await requeueSubmission(db, workspaceId, id)), 'No failed submission has this id.'),
  }),
  operation({
    method: 'POST',
    path: '/deliveries/{id}/again',
    summary: 'Send a delivery again that has not got through, with all its attempts before it',
    answers: { 204: 'It is queued', 404: 'No such delivery, or it got through' },
    run: async ({ context: { db }, workspaceId, path: { id = '' } }) =>
      answerDone(isUuid(id) && (await resendDelivery(db, workspaceId, id)), 'No delivery that waits has this id.'),
  }),
]
