import type { Form } from '@/core/form/definition'
import { meetDraft, type Meeting } from '@/core/rehearse/meet'
import type { Db } from '@/db/database'
import type { StoredForm } from '@/db/queries/forms'
import type { PastArrival } from '@/db/queries/past_runs'
import type { WorkspaceResources } from '@/db/queries/workspace'
import { planDraft } from '../forms/planDraft'

type FormOf = Pick<StoredForm, 'id' | 'workspaceId' | 'ownerId' | 'slug' | 'liveNumber'>

/**
 * Runs an arrival of before through a draft, and beside it through the live release, both with what is known now: what
 * differs is the draft’s doing, and not that of what came since. Nothing is done.
 */
export async function meetArrival(
  db: Db,
  form: FormOf,
  { live, draft }: { live: Form; draft: Form },
  { values, link, contact, locale, at }: PastArrival,
  resources: WorkspaceResources,
): Promise<Meeting> {
  const input = { values, link, contact, carried: values, locale, at }
  const before = await planDraft(db, live, form, input, resources)
  const after = await planDraft(db, draft, form, input, resources)
  return meetDraft({ form: live, ...before }, { form: draft, ...after })
}
