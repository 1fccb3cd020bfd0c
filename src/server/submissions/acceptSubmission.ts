import { randomUUID } from 'node:crypto'
import { type AnswerError, checkAnswers } from '@/core/answers/check'
import { chooseOutcome, type Outcome } from '@/core/dispatch/outcome'
import { isBlank } from '@/core/answers/answer'
import { fillCarried, fillQuestions } from '@/core/fill/fill'
import type { Origins } from '@/core/fill/origin'
import type { Db } from '@/db/database'
import { findSent, type NewSubmission } from '@/db/queries/submissions'
import type { LiveForm } from '../forms/live'
import type { Visitor } from '../visits/visitor'
import { storeInBatch } from './storeInBatch'

export type Accepted = { ok: true; submission: string; outcome: Outcome } | { ok: false; errors: AnswerError[] }

/**
 * Checks what a visitor sent and stores it with its job in one statement. Once this has answered, the
 * submission will be applied whatever dies next. The same visit sent twice gives the first answer again.
 */
export async function acceptSubmission(
  db: Db,
  live: LiveForm,
  raw: Readonly<Record<string, unknown>>,
  visitor: Visitor,
  visitId: string | null,
  now: Date,
): Promise<Accepted> {
  const { form, formId, workspaceId, releaseId } = live
  const known = { link: visitor.link, pageBefore: visitor.pageBefore, record: visitor.holder?.values ?? null }
  const carried = fillCarried(form, known, raw)
  const { answers, errors } = checkAnswers(form, raw, carried.values)
  if (errors.length > 0) return (await answerAgain(db, formId, visitId)) ?? { ok: false, errors }
  const values = { ...carried.values, ...answers }
  const origins: Origins = { ...carried.origins }
  const filled = fillQuestions(form, known)
  for (const [name, answer] of Object.entries(answers)) {
    if (isBlank(answer)) continue
    // What was filled in and sent as it stood still comes from where it was filled from.
    origins[name] = answer === filled.values[name] ? (filled.origins[name] ?? 'typed') : 'typed'
  }
  const submission: NewSubmission = {
    id: randomUUID(),
    workspace_id: workspaceId,
    form_id: formId,
    release_id: releaseId,
    visit_id: visitId ?? randomUUID(),
    values,
    origins,
    link: visitor.link,
    page_before: visitor.pageBefore,
    link_holder: visitor.holder?.id ?? null,
    outcome: chooseOutcome(form, values),
    received_at: now.toISOString(),
  }
  if (await storeInBatch(db, submission)) return { ok: true, submission: submission.id, outcome: submission.outcome }
  const sent = await answerAgain(db, formId, submission.visit_id)
  if (!sent) throw new Error('A submission was neither stored nor found')
  return sent
}

async function answerAgain(db: Db, formId: string, visitId: string | null): Promise<Accepted | null> {
  const sent = visitId ? await findSent(db, formId, visitId) : undefined
  return sent ? { ok: true, submission: sent.id, outcome: sent.outcome } : null
}
