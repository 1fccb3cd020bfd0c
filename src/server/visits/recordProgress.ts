import { z } from 'zod'
import { type Answers, isBlank, valueIn } from '@/core/answers/answer'
import { rulesOf } from '@/core/kinds/registry'
import type { Form } from '@/core/form/definition'
import { questionsAsked } from '@/core/form/values'
import type { Noticed } from '@/core/readout/visit'
import type { Db } from '@/db/database'
import type { LiveForm } from '../forms/live'
import { advanceVisits, noticeOf } from './advance'
import type { ClaimedVisit } from './claim'
import { releaseNumberSchema, type Visitor, visitIdSchema } from './visitor'

/** A small batch of what the visitor's page noticed. Sending one twice changes nothing. */
export const progressSchema = z.object({
  visit: visitIdSchema,
  /** What only the browser has that the visit was given to. */
  proof: z.string().max(100).nullish(),
  release: releaseNumberSchema.nullish(),
  began: z.boolean().default(false),
  steps: z.array(z.string().max(60)).max(40).default([]),
  values: z.record(z.string(), z.unknown()).default({}),
  /** Where its visitor came from, and whether that may be kept where the form asks. */
  before: z.string().max(2000).nullish(),
  frame: z.string().max(2000).nullish(),
  origin: z.string().optional(),
})

export type Progress = Pick<z.output<typeof progressSchema>, 'began' | 'steps' | 'values'> & {
  /** Whether somebody meant to send it, and so to have it kept. */
  meantToSend?: boolean
}

/**
 * Notes how far a visit has come and, where the form says so and the visit is proven to be the sender's,
 * keeps the answers so far. `at` is `null` for now.
 */
export async function recordProgress(
  db: Db,
  live: LiveForm,
  progress: Progress,
  visitor: Visitor,
  visit: ClaimedVisit,
  ownHosts: readonly string[],
  at: Date | null,
): Promise<void> {
  const notice = noticeOf(live, visitor, visit, ownHosts, at, noticedIn(live.form, progress, visit.proven))
  await db.transaction().execute((tx) => advanceVisits(tx, [notice]))
}

/** Notes where somebody came from who sends a form that asks before it keeps that: they may have just said so. */
export async function recordOrigin(
  db: Db,
  live: LiveForm,
  visitor: Visitor,
  visit: ClaimedVisit | null,
  ownHosts: readonly string[],
): Promise<void> {
  if (!visitor.asked || !visit) return
  const notice = noticeOf(live, visitor, visit, ownHosts, null, { began: true })
  await db.transaction().execute((tx) => advanceVisits(tx, [notice]))
}

/** What a batch of progress says of its visit; answers are kept where the form says so, or they were meant to be sent, and the visit is `proven`. */
export function noticedIn(
  form: Form,
  { began, steps, values, meantToSend = false }: Progress,
  proven: boolean,
): Noticed {
  return {
    began,
    steps: steps.filter((name) => form.steps.some((step) => step.name === name)),
    answers: proven && (form.keepUnfinished || meantToSend) ? answersSoFar(form, values) : null,
  }
}

/** Sound answers only, and never a box that was merely not ticked. */
function answersSoFar(form: Form, raw: Readonly<Record<string, unknown>>): Answers {
  const answers: Answers = {}
  for (const { question } of questionsAsked(form)) {
    const checked = rulesOf(question).check(valueIn(raw, question.name), question)
    if (checked.ok && !isBlank(checked.answer) && checked.answer !== false) answers[question.name] = checked.answer
  }
  return answers
}
