import type { Form } from '@/core/form/definition'
import { asJson, type Runner } from '../database'

/** Where a slug leads: the form and the release that visitors get. */
export async function findLiveRelease(db: Runner, slug: string) {
  return db
    .selectFrom('form')
    .innerJoin('release', 'release.id', 'form.live_release_id')
    .select(['form.id as formId', 'form.workspace_id as workspaceId', 'release.id as releaseId', 'release.number'])
    .where('form.slug', '=', slug)
    .executeTakeFirst()
}

export async function readRelease(db: Runner, releaseId: string) {
  return db
    .selectFrom('release')
    .innerJoin('form', 'form.id', 'release.form_id')
    .select(['release.definition', 'release.number', 'form.owner_id as ownerId', 'form.slug'])
    .where('release.id', '=', releaseId)
    .executeTakeFirstOrThrow()
}

export async function findForm(db: Runner, workspaceId: string, slug: string) {
  return db
    .selectFrom('form')
    .leftJoin('release', 'release.id', 'form.live_release_id')
    .leftJoin('user as saver', 'saver.id', 'form.draft_saved_by')
    .select([
      'form.id',
      'form.workspace_id as workspaceId',
      'form.slug',
      'form.name',
      'form.folder',
      'form.campaign',
      'form.owner_id as ownerId',
      'form.draft',
      'form.draft_revision as draftRevision',
      'form.updated_at as updatedAt',
      'saver.name as savedBy',
      'release.id as liveReleaseId',
      'release.number as liveNumber',
      'release.definition as liveDefinition',
    ])
    .where('form.workspace_id', '=', workspaceId)
    .where('form.slug', '=', slug)
    .executeTakeFirst()
}

export type StoredForm = NonNullable<Awaited<ReturnType<typeof findForm>>>

export interface NewForm {
  workspaceId: string
  slug: string
  name: string
  folder: string
  campaign: string
  ownerId: string | null
  draft: Form
}

/** Makes a form, or says that the address is taken. */
export async function insertForm(db: Runner, form: NewForm): Promise<string | null> {
  const row = await db
    .insertInto('form')
    .values({
      workspace_id: form.workspaceId,
      slug: form.slug,
      name: form.name,
      folder: form.folder,
      campaign: form.campaign,
      owner_id: form.ownerId,
      draft: asJson(form.draft),
    })
    .onConflict((conflict) => conflict.column('slug').doNothing())
    .returning('id')
    .executeTakeFirst()
  return row?.id ?? null
}

/** Writes a draft over the revision it was made from; `null` when somebody saved another meanwhile. */
export async function updateDraft(
  db: Runner,
  formId: string,
  draft: Form,
  fromRevision: number | null,
  userId: string | null,
): Promise<number | null> {
  const row = await db
    .updateTable('form')
    .set((eb) => ({
      draft: asJson(draft),
      draft_revision: eb('draft_revision', '+', 1),
      draft_saved_by: userId,
      updated_at: new Date(),
    }))
    .where('id', '=', formId)
    .$if(fromRevision !== null, (query) => query.where('draft_revision', '=', fromRevision))
    .returning('draft_revision')
    .executeTakeFirst()
  return row?.draft_revision ?? null
}

export async function insertRelease(
  db: Runner,
  form: { id: string; workspaceId: string },
  number: number,
  definition: Form,
  changes: string[],
  userId: string | null,
  at: Date,
): Promise<string> {
  const { id } = await db
    .insertInto('release')
    .values({
      workspace_id: form.workspaceId,
      form_id: form.id,
      number,
      definition: asJson(definition),
      changes: asJson(changes),
      released_by: userId,
      released_at: at,
    })
    .returning('id')
    .executeTakeFirstOrThrow()
  await db.updateTable('form').set({ live_release_id: id }).where('id', '=', form.id).execute()
  return id
}

export async function readReleases(db: Runner, formId: string) {
  return db
    .selectFrom('release')
    .leftJoin('user', 'user.id', 'release.released_by')
    .select(['release.id', 'release.number', 'release.changes', 'release.released_at as releasedAt', 'user.name as by'])
    .where('form_id', '=', formId)
    .orderBy('number', 'desc')
    .execute()
}
