import type { Form } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import type { Db } from '@/db/database'
import { findForm, type StoredForm, updateDraft } from '@/db/queries/forms'

export type Saved =
  | { ok: true; revision: number }
  /** Somebody saved another draft meanwhile: theirs, to choose between. */
  | { ok: false; by: string; revision: number; theirs: Form }

/** Saves a draft, unless somebody else saved since the revision it was made from; `null` replaces any. */
export async function saveDraft(
  db: Db,
  stored: StoredForm,
  draft: Form,
  fromRevision: number | null,
  userId: string | null,
): Promise<Saved> {
  const revision = await updateDraft(db, stored.id, draft, fromRevision, userId)
  if (revision !== null) return { ok: true, revision }
  const now = (await findForm(db, stored.workspaceId, stored.slug)) ?? stored
  const own = userId !== null && now.savedById === userId
  const by = own ? 'You, in another window,' : (now.savedBy ?? 'A program, through the API,')
  return { ok: false, by, revision: now.draftRevision, theirs: readStored(now.draft) }
}
