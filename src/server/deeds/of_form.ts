import { z } from 'zod'
import { findForm, type StoredForm } from '@/db/queries/forms'
import { type Done, notDone } from '../done'
import type { Actor } from '../access/actor'

/** Input of a deed about a form, and nothing else. */
export const ofForm = z.object({ slug: z.string().max(200) })

/** What History calls a form that something was done to. */
export const formNamed = async (
  { slug }: { slug: string },
  _: unknown,
  { context, workspaceId }: Actor,
): Promise<string> => (await findForm(context.db, workspaceId, slug))?.name ?? slug

/** Does something with a form of the workspace. */
export async function withForm<T>(
  { context, workspaceId }: Actor,
  slug: string,
  run: (form: StoredForm) => Promise<Done<T>>,
): Promise<Done<T>> {
  const form = await findForm(context.db, workspaceId, slug)
  return form ? run(form) : notDone(404, 'There is no such form.')
}
