import { z } from 'zod'
import { FORM_STATES } from '@/core/form/state'
import type { Db } from '@/db/database'
import { findAnyForm } from '@/db/queries/forms'
import { type FormSettings, listFormerAddresses, writeSettings } from '@/db/queries/form_settings'
import { listMembers } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'
import { slugSchema } from '../deeds/lists'
import { forgetLiveForm } from './live'

/** What there is to set of a form; what is left out stays. */
export const formChangeSchema = z.strictObject({
  name: z.string().trim().min(1, 'Give it a name').max(200).optional(),
  address: slugSchema.optional().describe('The one it has now leads on to this'),
  folder: z.string().trim().max(100).optional(),
  campaign: z.string().trim().max(100).optional(),
  owner: z.string().max(100).nullish().describe('Id of a member'),
  state: z.enum(FORM_STATES).optional(),
  closedWords: z.string().trim().max(1000).optional().describe('What visitors read while it is closed'),
})

type FormChange = z.output<typeof formChangeSchema>

/** A form's settings, and the addresses that lead on to it. */
export type FormAsSet = FormSettings & { before: string[] }

export const TAKEN = 'Another form has this address, or had it. Choose another.'

/** Sets what is given of a form. It may be one that was deleted: it is brought back so. */
export async function changeForm(
  db: Db,
  workspaceId: string,
  slug: string,
  { address, owner, ...rest }: FormChange,
): Promise<Done<FormAsSet>> {
  const form = await findAnyForm(db, workspaceId, slug)
  if (!form) return notDone(404, 'There is no such form.')
  if (owner && !(await listMembers(db, workspaceId)).some(({ id }) => id === owner))
    return notDone(422, 'Nobody of this workspace has this id.')
  const change = {
    ...rest,
    ...(address !== undefined && { slug: address }),
    ...(owner !== undefined && { ownerId: owner }),
  }
  if (!(await writeSettings(db, form, change))) return notDone(409, TAKEN)
  forgetLiveForm(form.id)
  return readSettings(db, workspaceId, address ?? form.slug)
}

/** A form's settings, also where it was deleted. */
export async function readSettings(db: Db, workspaceId: string, slug: string): Promise<Done<FormAsSet>> {
  const form = await findAnyForm(db, workspaceId, slug)
  if (!form) return notDone(404, 'There is no such form.')
  const { name, folder, campaign, ownerId, state, closedWords } = form
  const before = await listFormerAddresses(db, form)
  return done({ name, slug: form.slug, folder, campaign, ownerId, state, closedWords, before })
}
