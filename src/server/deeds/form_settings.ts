import { z } from 'zod'
import { FORM_STATES } from '@/core/form/state'
import { changeForm as change, type FormAsSet, formChangeSchema, readSettings } from '../forms/changeForm'
import { type Done, done } from '../done'
import { deed } from './deed'
import { ofForm, standing } from './of_form'
import { moment } from './shapes'

/** What a form has beside its draft, releases and numbers. */

const formAsSet = z.object({
  name: z.string(),
  slug: z.string(),
  folder: z.string(),
  campaign: z.string(),
  owner: z.string().nullable().describe('Id of a member'),
  state: z
    .enum(FORM_STATES)
    .describe('`archived` is closed and out of the way; `deleted` is gone for visitors, and can be brought back'),
  closedWords: z.string().describe('What visitors read while it is closed; empty for our own words'),
  stands: standing.describe('How it stands to visitors by now'),
  opensAt: moment.nullable().describe('From when on it takes answers'),
  closesAt: moment.nullable().describe('From when on it takes none; before `opensAt`, it is closed between them'),
  closesAfter: z.number().nullable().describe('How many may send it'),
  taken: z.number().nullable().describe('How many of them have; null where any number may'),
  beforeWords: z.string().describe('What visitors read before it takes any answers; empty for our own words'),
  before: z.array(z.string()).describe('Addresses it had before: they lead on to it'),
})

const tell = (result: Done<FormAsSet>): Done<z.input<typeof formAsSet>> => {
  if (!result.ok) return result
  const { ownerId: owner, ...rest } = result.value
  return done({ ...rest, owner })
}

export const readForm = deed({
  summary: 'A form’s name, address, folder, campaign, owner and state',
  may: 'read',
  input: ofForm,
  gives: formAsSet,
  refusals: { 404: 'No such form' },
  run: async ({ context, workspaceId }, { slug }) => tell(await readSettings(context.db, workspaceId, slug)),
})

export const changeForm = deed({
  summary: 'Change them: close a form, put it away, delete it, bring it back',
  may: 'release',
  input: formChangeSchema.extend(ofForm.shape),
  gives: formAsSet,
  refusals: { 404: 'No such form', 409: 'Another form has the address', 422: 'No such member' },
  leaves: { deed: 'changeForm', about: (_, { name }) => name },
  run: async ({ context, workspaceId }, { slug, ...input }) => tell(await change(context.db, workspaceId, slug, input)),
})
