'use server'

import { z } from 'zod'
import { type Form, formSchema } from '@/core/form/definition'
import { upgradeForm } from '@/core/form/upgrade'
import { findForm } from '@/db/queries/forms'
import { actorOf } from '@/server/access/member'
import { deedAction, memberAction } from '@/server/access/session'
import { context } from '@/server/context'
import { perform } from '@/server/deeds/deed'
import { planDraft, saveDraft, sendTest } from '@/server/deeds/forms'
import { beginPastRun, haltPastRun, meetArrival } from '@/server/deeds/past_runs'
import { bringBack, callOffRelease, planRelease, releaseForm, weighReturn } from '@/server/deeds/releases'
import { dropTaggedLink, makeTaggedLink } from '@/server/deeds/tagged_links'
import { countTurns } from '@/server/deeds/turns'
import { rehearseLatest } from '@/server/forms/rehearseLatest'

/** What a draft would do, and what is wrong with the answers it was given. */
export type Planned = z.input<typeof planDraft.gives>

export type SaveResult =
  | { ok: true; revision: number; rehearsed: string | null }
  /** Somebody saved another draft meanwhile: theirs, to choose between. */
  | { ok: false; why: 'conflict'; by: string; revision: number; theirs: Form }
  | { ok: false; why: 'unsound'; reason: string }

const conflictSchema = z.object({ by: z.string(), revision: z.number(), theirs: z.custom<Form>() })

/** Saves a draft over the revision it was made from. */
export const saveDraftAction = memberAction(
  'read',
  z.tuple([z.string(), z.unknown(), z.number()]),
  async (member, slug, given, from): Promise<SaveResult> => {
    const draft = upgradeForm(given)
    const saved = await perform(saveDraft, actorOf(member), { slug, draft, from })
    if (saved.ok) {
      const { db } = context()
      const stored = await findForm(db, member.workspaceId, slug)
      const rehearsed = stored ? await rehearseLatest(db, { ...stored, draft: formSchema.parse(draft) }) : null
      return { ok: true, revision: saved.value.revision, rehearsed }
    }
    const conflict = conflictSchema.safeParse(saved.more)
    return conflict.success
      ? { ok: false, why: 'conflict', ...conflict.data }
      : { ok: false, why: 'unsound', reason: saved.message }
  },
)

/** Plans the draft on the screen, saved or not, with these answers and carried values. Nothing is done. */
export const planDraftAction = deedAction(planDraft)

/** Counts how many people would be asked each question in turn. */
export const countTurnsAction = deedAction(countTurns)

/** Sends answers through the live release as a test. */
export const sendTestAction = deedAction(sendTest)

/** Releases the draft as it was saved. */
export const releaseAction = deedAction(releaseForm)

/** Plans to release the draft as it was saved at a moment to come. */
export const planReleaseAction = deedAction(planRelease)

/** Calls that off. */
export const callOffReleaseAction = deedAction(callOffRelease)

/** What going back to a release of before comes to. */
export const weighReturnAction = deedAction(weighReturn)

/** Makes a release of before live again. */
export const bringBackAction = deedAction(bringBack)

/** Begins to run past arrivals through the draft as it was saved. */
export const beginPastRunAction = deedAction(beginPastRun)

/** Stops that. */
export const haltPastRunAction = deedAction(haltPastRun)

/** What one of them would meet in the draft. */
export const meetArrivalAction = deedAction(meetArrival)

/** Keeps a link with tags to the form. */
export const makeTaggedLinkAction = deedAction(makeTaggedLink)

/** Drops one. */
export const dropTaggedLinkAction = deedAction(dropTaggedLink)
