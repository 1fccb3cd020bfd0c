import { type Form, formSchema } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import { upgradeForm } from '@/core/form/upgrade'
import type { Db } from '@/db/database'
import { findForm, type StoredForm, updateDraft } from '@/db/queries/forms'

export type Saved =
  | { ok: true; revision: number }
  /** Somebody saved another draft meanwhile: theirs, to choose between. */
  | { ok: false; why: 'conflict'; by: string; revision: number; theirs: Form }
  | { ok: false; why: 'unsound'; issues: string[] }

/** Saves a draft, unless it is unsound or somebody else saved since the revision it was made from. */
export async function saveDraft(
  db: Db,
  stored: StoredForm,
  draft: unknown,
  fromRevision: number,
  userId: string,
): Promise<Saved> {
  const read = formSchema.safeParse(upgradeForm(draft))
  if (!read.success)
    return {
      ok: false,
      why: 'unsound',
      issues: read.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`),
    }
  const revision = await updateDraft(db, stored.id, read.data, fromRevision, userId)
  if (revision !== null) return { ok: true, revision }
  const now = (await findForm(db, stored.workspaceId, stored.slug)) ?? stored
  return {
    ok: false,
    why: 'conflict',
    by: now.savedBy ?? 'Somebody, through the API,',
    revision: now.draftRevision,
    theirs: readStored(now.draft),
  }
}
