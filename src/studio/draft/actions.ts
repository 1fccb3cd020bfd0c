'use server'

import { notFound } from 'next/navigation'
import { z } from 'zod'
import type { AnswerError } from '@/core/answers/check'
import { formSchema } from '@/core/form/definition'
import { readForm } from '@/core/form/stored'
import { upgradeForm } from '@/core/form/upgrade'
import type { Plan } from '@/core/plan'
import { findForm, type StoredForm } from '@/db/queries/forms'
import type { Member } from '@/server/access/member'
import { memberAction } from '@/server/access/session'
import { context } from '@/server/context'
import { planDraft } from '@/server/forms/planDraft'
import { releaseForm } from '@/server/forms/releaseForm'
import { rehearseLatest } from '@/server/forms/rehearseLatest'
import { saveDraft, type Saved } from '@/server/forms/saveDraft'

export type SaveResult = (Saved & { ok: true; rehearsed: string | null }) | Exclude<Saved, { ok: true }>

const slugSchema = z.string().max(200)
const revisionSchema = z.int().min(0).max(2_000_000_000)
const valuesSchema = z.record(z.string(), z.unknown())

/** Saves a draft over the revision it was made from. */
export const saveDraftAction = memberAction(
  z.tuple([slugSchema, z.unknown(), revisionSchema]),
  async (member, slug, form, fromRevision): Promise<SaveResult> => {
    const stored = await formOf(member, slug)
    const { db } = context()
    const saved = await saveDraft(db, stored, form, fromRevision, member.userId)
    if (!saved.ok) return saved
    return { ...saved, rehearsed: await rehearseLatest(db, { ...stored, draft: readForm(form) }) }
  },
)

export interface PlanResult {
  plan: Plan
  errors: AnswerError[]
}

/** Plans the draft on the screen, saved or not, with these answers and carried values. Nothing is done. */
export const planDraftAction = memberAction(
  z.tuple([slugSchema, z.unknown(), valuesSchema, valuesSchema, z.uuid().nullable()]),
  async (member, slug, form, values, carried, contact): Promise<PlanResult | null> => {
    const stored = await formOf(member, slug)
    const read = formSchema.safeParse(upgradeForm(form))
    return read.success ? planDraft(context().db, read.data, stored, { values, carried, link: {}, contact }) : null
  },
)

export type ReleaseResult = { ok: true; number: number } | { ok: false; reason: string }

/** Releases the draft as it was saved. */
export const releaseAction = memberAction(
  z.tuple([slugSchema, revisionSchema]),
  async (member, slug, fromRevision): Promise<ReleaseResult> => {
    const stored = await formOf(member, slug)
    if (stored.draftRevision !== fromRevision)
      return { ok: false, reason: 'The draft has changed since this page was opened. Look at it again first.' }
    const released = await releaseForm(context().db, stored, member.userId, null)
    return released.ok
      ? { ok: true, number: released.number }
      : { ok: false, reason: released.faults.map(({ text }) => text).join(' ') }
  },
)

async function formOf({ workspaceId }: Member, slug: string): Promise<StoredForm> {
  const stored = await findForm(context().db, workspaceId, slug)
  return stored ?? notFound()
}
