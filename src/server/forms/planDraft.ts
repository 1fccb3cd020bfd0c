import type { AnswerError } from '@/core/answers/check'
import { fillCarried, takeCarried } from '@/core/fill/fill'
import type { Form } from '@/core/form/definition'
import { walkForm } from '@/core/form/walk'
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

/** Answers to plan with, and what is known of whoever sends them. */
export interface DraftInput {
  values: Readonly<Record<string, unknown>>
  link: Record<string, string>
  /** Id of the contact whose personal link is used. */
  contact: string | null
  /** Carried values to take as they are, as those of an arrival; the others are filled. */
  carried?: Readonly<Record<string, unknown>>
}

/** Plans what a draft would do with some answers, as a stranger or as the holder of a personal link. */
export async function planDraft(
  db: Db,
  form: Form,
  owner: { workspaceId: string; ownerId: string | null },
  input: DraftInput,
): Promise<DraftRun> {
  const { workspaceId } = owner
  const holders = input.contact ? await readContacts(db, workspaceId, [], [input.contact]) : []
  const holder = holders[0] ?? null
  const known = { link: input.link, pageBefore: null, record: holder?.values ?? null }
  const carried = { ...fillCarried(form, known, input.values).values, ...takeCarried(form, input.carried ?? {}) }
  const { answers, errors } = walkForm(form, input.values, carried)
  const values = { ...carried, ...answers }
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
  return { plan: planSubmission(form, values, { linkHolder: holder?.id ?? null, submission: null }, snapshot), errors }
}
