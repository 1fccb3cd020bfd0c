import { randomUUID } from 'node:crypto'
import type { Answers } from '@/core/answers/answer'
import { fillCarried, fillQuestions } from '@/core/fill/fill'
import type { Form } from '@/core/form/definition'
import type { Db } from '@/db/database'
import { findVisit, type StoredVisit } from '@/db/queries/visits'
import type { LiveForm } from '../forms/live'
import { advanceVisits, noticeOf } from './advance'
import type { Visitor } from './visitor'

/** How long after the last sign of life a visit without kept answers still goes on. */
const SITTING = 30 * 60 * 1000

export interface OpenedForm {
  visitId: string
  /** Filled and kept values to start with. */
  values: Answers
  carried: Answers
  /** Name of the step to start at. */
  step: string
  resumed: boolean
}

/** Opens a form for a visitor: goes on with the visit their browser remembers, or begins one. */
export async function openForm(
  db: Db,
  live: LiveForm,
  visitor: Visitor,
  remembered: string | null,
  ownHost: string | null,
  now: Date,
): Promise<OpenedForm> {
  const start = fillStart(live.form, visitor)
  const before = remembered ? await findVisit(db, { formId: live.formId, visitId: remembered }) : null
  const visit = before && goesOn(before, visitor, now) ? before : null
  const visitId = visit?.id ?? randomUUID()
  const resumed = Boolean(visit?.answers)
  if (!visit || resumed)
    await db
      .transaction()
      .execute((tx) => advanceVisits(tx, [noticeOf(live, visitor, visitId, ownHost, now, { returned: resumed })]))
  return {
    visitId,
    values: { ...start.values, ...visit?.answers },
    carried: start.carried,
    step: lastStep(live.form, resumed ? visit : null),
    resumed,
  }
}

/** What a form starts with for this visitor, before anything is kept. */
export function fillStart(form: Form, { link, pageBefore, holder }: Visitor): { values: Answers; carried: Answers } {
  const known = { link, pageBefore, record: holder?.values ?? null }
  return { values: fillQuestions(form, known).values, carried: fillCarried(form, known).values }
}

/**
 * A sent visit is over. One that began with a personal link goes on only with that link, since what was
 * filled in then is shown to its holder only; a visit that began without goes on only without.
 */
function goesOn(visit: StoredVisit, visitor: Visitor, now: Date): boolean {
  if (visit.sentAt) return false
  if (visit.linkHolder !== (visitor.holder?.id ?? null)) return false
  return visit.answers !== null || now.getTime() - Date.parse(visit.lastAt) < SITTING
}

function lastStep(form: Form, visit: StoredVisit | null): string {
  const last = visit?.steps.findLast((name) => form.steps.some((step) => step.name === name))
  return last ?? form.steps[0]?.name ?? ''
}
