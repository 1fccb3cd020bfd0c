'use server'

import type { AnswerError } from '@/core/answers/check'
import { formSchema } from '@/core/form/definition'
import type { Plan } from '@/core/plan'
import { findForm, type StoredForm } from '@/db/queries/forms'
import { requireMember } from '@/server/access/session'
import { context } from '@/server/context'
import { planDraft } from '@/server/forms/planDraft'
import { releaseForm } from '@/server/forms/releaseForm'
import { rehearseLatest } from '@/server/forms/rehearseLatest'
import { saveDraft, type Saved } from '@/server/forms/saveDraft'

export type SaveResult = (Saved & { ok: true; rehearsed: string | null }) | Exclude<Saved, { ok: true }>

/** Saves a draft over the revision it was made from. */
export async function saveDraftAction(slug: string, form: unknown, fromRevision: number): Promise<SaveResult> {
  const { stored, userId } = await formOfMember(slug)
  const { db } = context()
  const saved = await saveDraft(db, stored, form, fromRevision, userId)
  if (!saved.ok) return saved
  return { ...saved, rehearsed: await rehearseLatest(db, { ...stored, draft: formSchema.parse(form) }) }
}

export interface PlanResult {
  plan: Plan
  errors: AnswerError[]
}

/** Plans the draft on the screen, saved or not, with these answers. Nothing is done. */
export async function planDraftAction(
  slug: string,
  form: unknown,
  values: Record<string, unknown>,
  contact: string | null,
): Promise<PlanResult | null> {
  const { stored } = await formOfMember(slug)
  const read = formSchema.safeParse(form)
  return read.success ? planDraft(context().db, read.data, stored, { values, link: {}, contact }) : null
}

export type ReleaseResult = { ok: true; number: number } | { ok: false; reason: string }

/** Releases the draft as it was saved. */
export async function releaseAction(slug: string, fromRevision: number): Promise<ReleaseResult> {
  const { stored, userId } = await formOfMember(slug)
  if (stored.draftRevision !== fromRevision)
    return { ok: false, reason: 'The draft has changed since this page was opened. Look at it again first.' }
  const released = await releaseForm(context().db, stored, userId, new Date())
  return released.ok
    ? { ok: true, number: released.number }
    : { ok: false, reason: released.faults.map(({ text }) => text).join(' ') }
}

async function formOfMember(slug: string): Promise<{ stored: StoredForm; userId: string }> {
  const { workspaceId, userId } = await requireMember()
  const stored = await findForm(context().db, workspaceId, slug)
  if (!stored) throw new Error('There is no such form.')
  return { stored, userId }
}
