import { z } from 'zod'
import { type Answers, isBlank } from '@/core/answers/answer'
import { rulesOf } from '@/core/answers/registry'
import type { Form } from '@/core/form/definition'
import { questionsAsked } from '@/core/form/values'
import type { Db } from '@/db/database'
import type { LiveForm } from '../forms/live'
import { advanceVisits, noticeOf } from './advance'
import type { Visitor } from './visitor'

/** A small batch of what the visitor's page noticed. Sending one twice changes nothing. */
export const progressSchema = z.object({
  visit: z.uuid(),
  began: z.boolean().default(false),
  steps: z.array(z.string().max(60)).max(40).default([]),
  values: z.record(z.string(), z.unknown()).default({}),
})

export type Progress = z.output<typeof progressSchema>

/** Notes how far a visit has come and, where the form says so, keeps the answers so far. */
export async function recordProgress(
  db: Db,
  live: LiveForm,
  progress: Progress,
  visitor: Visitor,
  ownHost: string | null,
  now: Date,
): Promise<void> {
  const steps = progress.steps.filter((name) => live.form.steps.some((step) => step.name === name))
  const answers = live.form.keepUnfinished ? answersSoFar(live.form, progress.values) : null
  const noticed = { began: progress.began, steps, answers }
  await db
    .transaction()
    .execute((tx) => advanceVisits(tx, [noticeOf(live, visitor, progress.visit, ownHost, now, noticed)]))
}

/** Sound answers only, and never a box that was merely not ticked; `null` when nothing was answered. */
function answersSoFar(form: Form, raw: Readonly<Record<string, unknown>>): Answers | null {
  const answers: Answers = {}
  for (const { question } of questionsAsked(form)) {
    const checked = rulesOf(question).check(raw[question.name], question)
    if (checked.ok && !isBlank(checked.answer) && checked.answer !== false) answers[question.name] = checked.answer
  }
  return Object.keys(answers).length > 0 ? answers : null
}
