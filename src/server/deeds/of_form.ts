import { z } from 'zod'
import { findForm, type StoredForm } from '@/db/queries/forms'
import { type Done, notDone } from '../done'
import type { Actor } from '../access/actor'
import { moment } from './shapes'

/** Input of a deed about a form, and nothing else. */
export const ofForm = z.object({ slug: z.string().max(200) })

/** How a form stands to visitors, by what its people said and the moments that they set. */
export const standing = z.discriminatedUnion('is', [
  z.object({ is: z.literal('open'), closesAt: moment.nullable() }),
  z.object({ is: z.literal('before'), opensAt: moment }),
  z.object({ is: z.enum(['closed', 'full']), since: moment, opensAt: moment.nullable() }),
])

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
