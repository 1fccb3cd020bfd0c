import { ENGLISH } from '@/core/language/languages'
import type { AnswerError } from '@/core/form/check'
import { originsOf } from '@/core/fill/origins_of'
import { fillCarried, fillQuestions, takeCarried } from '@/core/fill/fill'
import type { Form } from '@/core/form/definition'
import { walkForm } from '@/core/form/walk'
import { type Plan, planSubmission } from '@/core/plan/plan'
import { wantedBy } from '@/core/records/wanted'
import type { Db } from '@/db/database'
import { readRecords } from '@/db/queries/records'
import { findContact } from '@/db/queries/people'
import { readOwner, readResources } from '@/db/queries/workspace'
import { factsAt } from './facts'

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
  /** When they were given, for those that were before: a day that was to come then may be past. */
  at?: Date
}

/** Plans what a draft would do with some answers, as a stranger or as the holder of a personal link. */
export async function planDraft(
  db: Db,
  form: Form,
  owner: { id: string; workspaceId: string; ownerId: string | null },
  input: DraftInput,
): Promise<DraftRun> {
  const { workspaceId } = owner
  const holder = input.contact ? await findContact(db, workspaceId, input.contact) : null
  const known = { link: input.link, pageBefore: null, record: holder?.values ?? null }
  const filled = fillCarried(form, known, input.values)
  const carried = { ...filled.values, ...takeCarried(form, input.carried ?? {}) }
  const resources = await readResources(db, workspaceId)
  const { answers, errors } = walkForm(form, input.values, carried, {
    ...factsAt(resources.workspace.timeZone, input.at ?? new Date()),
    speech: ENGLISH,
  })
  const values = { ...carried, ...answers }
  const [ownedBy, records] = await Promise.all([
    readOwner(db, workspaceId, owner.ownerId),
    readRecords(db, workspaceId, wantedBy(form, values, holder?.id ?? null)),
  ])
  const snapshot = { ...resources, owner: ownedBy, records }
  const facts = { linkHolder: holder?.id ?? null, submission: null, form: owner.id }
  const origins = originsOf(form, answers, fillQuestions(form, known), filled.origins)
  return { plan: planSubmission(form, values, origins, facts, snapshot), errors }
}
