import { type AnswerError, checkAnswers } from '@/core/answers/check'
import { fillCarried } from '@/core/fill/fill'
import type { Form } from '@/core/form/definition'
import { emailIn, type Plan, planSubmission } from '@/core/plan'
import type { Db } from '@/db/database'
import { readContacts } from '@/db/queries/contacts'
import { readOwner, readResources } from '@/db/queries/workspace'
import { context } from '../context'

export interface DraftRun {
  plan: Plan
  /** What the answers would be refused for; the plan is made of the sound ones. */
  errors: AnswerError[]
}

/** Plans what a draft would do with some answers, as a stranger or as the holder of a personal link. */
export async function planDraft(
  db: Db,
  form: Form,
  owner: { workspaceId: string; ownerId: string | null },
  input: { values: Readonly<Record<string, unknown>>; link: Record<string, string>; contact: string | null },
): Promise<DraftRun> {
  const { workspaceId } = owner
  const holders = input.contact ? await readContacts(db, workspaceId, [], [input.contact]) : []
  const holder = holders[0] ?? null
  const known = { link: input.link, pageBefore: null, record: holder?.values ?? null }
  const carried = fillCarried(form, known, input.values)
  const { answers, errors } = checkAnswers(form, input.values, carried.values)
  const values = { ...carried.values, ...answers }
  const email = emailIn(form, values)
  const [resources, ownedBy, matched] = await Promise.all([
    readResources(db, workspaceId),
    readOwner(db, workspaceId, owner.ownerId),
    email ? readContacts(db, workspaceId, [email], []) : [],
  ])
  const contacts = [...holders, ...matched.filter(({ id }) => id !== holder?.id)]
  const snapshot = {
    ...resources,
    owner: ownedBy,
    contacts,
    crm: context().config.LICHEN_CRM_URL !== '',
  }
  return { plan: planSubmission(form, values, { linkHolder: holder?.id ?? null }, snapshot), errors }
}
