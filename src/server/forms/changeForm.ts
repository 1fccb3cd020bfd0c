import { z } from 'zod'
import { FORM_STATES } from '@/core/form/state'
import { type Standing, standingAt } from '@/core/form/standing'
import type { Db } from '@/db/database'
import { findAnyForm } from '@/db/queries/forms'
import { type FormSettings, listFormerAddresses, writeSettings } from '@/db/queries/form_settings'
import { countTaken } from '@/db/queries/places'
import { listMembers } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'
import { slugSchema } from '../deeds/lists'
import { forgetLiveForm } from './live'

const momentSchema = z.iso
  .datetime({ offset: true })
  .transform((text) => new Date(text))
  .nullish()

/** What there is to set of a form; what is left out stays. */
export const formChangeSchema = z.strictObject({
  name: z.string().trim().min(1, 'Give it a name').max(200).optional(),
  address: slugSchema.optional().describe('The one it has now leads on to this'),
  folder: z.string().trim().max(100).optional(),
  campaign: z.string().trim().max(100).optional(),
  owner: z.string().max(100).nullish().describe('Id of a member'),
  state: z.enum(FORM_STATES).optional(),
  closedWords: z.string().trim().max(1000).optional().describe('What visitors read while it is closed'),
  opensAt: momentSchema.describe('From when on it takes answers; null for no such moment'),
  closesAt: momentSchema.describe('From when on it takes none; before `opensAt`, it is closed between them'),
  closesAfter: z
    .int()
    .min(1)
    .max(100_000)
    .nullish()
    .describe('How many may send it: not tests, spam, nor what is in the bin; null for any number'),
  beforeWords: z.string().trim().max(1000).optional().describe('What visitors read before it takes any answers'),
})

type FormChange = z.output<typeof formChangeSchema>

/** A form's settings, and what they come to. */
export type FormAsSet = FormSettings & {
  /** The addresses that lead on to it. */
  before: string[]
  stands: Standing
  /** How many of its places are taken; `null` where any number may send it. */
  taken: number | null
}

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
  const opens = rest.opensAt === undefined ? form.opensAt : rest.opensAt
  const closes = rest.closesAt === undefined ? form.closesAt : rest.closesAt
  if (opens && opens.getTime() === closes?.getTime())
    return notDone(422, 'It cannot open and close at the same moment.')
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
  const { name, folder, campaign, ownerId, state, closedWords, beforeWords, opensAt, closesAt, closesAfter } = form
  const [before, taken] = await Promise.all([
    listFormerAddresses(db, form),
    closesAfter === null ? null : countTaken(db, form.id),
  ])
  const stands = standingAt(form, new Date())
  const times = { stands, opensAt, closesAt, closesAfter, taken, beforeWords, closedWords }
  return done({ name, slug: form.slug, folder, campaign, ownerId, state, ...times, before })
}
