import { randomUUID } from 'node:crypto'
import { checkAnswers, stepsShown } from '@/core/answers/check'
import type { Form } from '@/core/form/definition'
import { emailIn, type Plan, planSubmission } from '@/core/plan'
import type { Snapshot } from '@/core/records/snapshot'
import type { Db, Runner } from '@/db/database'
import {
  addChanges,
  addMemberships,
  lockContacts,
  type NewChange,
  type NewMembership,
  queueForAddresses,
  type StoredContact,
  writeContacts,
} from '@/db/queries/contacts'
import { addDeliveries, type NewDelivery } from '@/db/queries/deliveries'
import { readRelease } from '@/db/queries/forms'
import {
  type AppliedSubmission,
  lockOthersReceived,
  lockReceived,
  markApplied,
  markFailed,
  type ReceivedSubmission,
} from '@/db/queries/submissions'
import { readOwner, readResources } from '@/db/queries/workspace'
import { readReleasedForm } from '../forms/live'
import { advanceVisits, type VisitNotice } from '../visits/advance'
import { bodyOf } from '../deliveries/body'

export interface ApplySettings {
  crm: boolean
  ownHost: string | null
  /** Submissions applied together at most. */
  together: number
}

/**
 * Plans and applies received submissions, all in one transaction: killed anywhere, it has done nothing,
 * and run again it does each once. Under load it takes others along that nobody is working on yet; their
 * own jobs then find them done. Returns how many it applied. Where one of many cannot be applied, each is tried alone, so that the
 * others are, and that one is marked with its reason.
 */
export async function applySubmissions(
  db: Db,
  ids: readonly string[],
  settings: ApplySettings,
  clock: () => Date,
): Promise<number> {
  try {
    return await db.transaction().execute((tx) => applyTogether(tx, ids, settings, clock, settings.together))
  } catch {
    for (const id of ids) await applyAlone(db, id, settings, clock)
    return ids.length
  }
}

async function applyAlone(db: Db, id: string, settings: ApplySettings, clock: () => Date): Promise<void> {
  try {
    await db.transaction().execute((tx) => applyTogether(tx, [id], settings, clock, 1))
  } catch (error) {
    if (!(error instanceof PlanError)) throw error
    await markFailed(db, id, error.message)
  }
}

/** The plan itself could not be made: trying again would not help. */
class PlanError extends Error {}

async function applyTogether(
  tx: Runner,
  ids: readonly string[],
  settings: ApplySettings,
  clock: () => Date,
  most: number,
): Promise<number> {
  const own = await lockReceived(tx, ids)
  const others = most > own.length ? await lockOthersReceived(tx, ids, most - own.length) : []
  const submissions = [...own, ...others].sort((a, b) => a.received_at.getTime() - b.received_at.getTime())
  for (const group of byWorkspace(submissions)) await applyInWorkspace(tx, group, settings, clock())
  return submissions.length
}

function byWorkspace(submissions: ReceivedSubmission[]): ReceivedSubmission[][] {
  const groups = new Map<string, ReceivedSubmission[]>()
  for (const submission of submissions)
    groups.set(submission.workspace_id, [...(groups.get(submission.workspace_id) ?? []), submission])
  return [...groups.values()]
}

async function applyInWorkspace(
  tx: Runner,
  submissions: ReceivedSubmission[],
  settings: ApplySettings,
  now: Date,
): Promise<void> {
  const workspaceId = submissions[0]?.workspace_id ?? ''
  const work = new Batch(workspaceId, now)
  const forms = await readForms(tx, submissions)
  const resources = await readResources(tx, workspaceId)
  await work.meet(tx, submissions, forms)
  for (const submission of submissions) {
    const { form, number, owner } = forms.get(submission.release_id) ?? missingForm()
    const snapshot: Snapshot = { ...resources, owner, contacts: work.known(), crm: settings.crm }
    const plan = makePlan(form, submission, snapshot)
    work.take(submission, form, plan, number, settings)
  }
  await work.write(tx)
}

function makePlan(form: Form, submission: ReceivedSubmission, snapshot: Snapshot): Plan {
  try {
    return planSubmission(form, submission.values, { linkHolder: submission.link_holder }, snapshot)
  } catch (error) {
    throw new PlanError(error instanceof Error ? error.message : String(error))
  }
}

interface ReleasedForm {
  form: Form
  number: number
  owner: Snapshot['owner']
}

async function readForms(tx: Runner, submissions: ReceivedSubmission[]): Promise<Map<string, ReleasedForm>> {
  const forms = new Map<string, ReleasedForm>()
  for (const { release_id, workspace_id } of submissions) {
    if (forms.has(release_id)) continue
    const { number, ownerId } = await readRelease(tx, release_id)
    const form = await readReleasedForm(tx, release_id)
    forms.set(release_id, { form, number, owner: await readOwner(tx, workspace_id, ownerId) })
  }
  return forms
}

function missingForm(): never {
  throw new Error('A submission names a release that does not exist')
}

/** What a batch of plans adds up to, gathered in memory and written with one statement a table. */
class Batch {
  private readonly contacts = new Map<string, StoredContact>()
  private readonly changed = new Map<string, StoredContact>()
  private readonly changes: NewChange[] = []
  private readonly memberships: NewMembership[] = []
  private readonly deliveries: NewDelivery[] = []
  private readonly applied: AppliedSubmission[] = []
  private readonly visits: VisitNotice[] = []

  constructor(
    private readonly workspaceId: string,
    private readonly now: Date,
  ) {}

  /** Reads and locks everybody these submissions may be from. */
  async meet(tx: Runner, submissions: ReceivedSubmission[], forms: Map<string, ReleasedForm>): Promise<void> {
    const emails = submissions.flatMap(({ release_id, values }) => {
      const form = forms.get(release_id)?.form
      return (form && emailIn(form, values)) || []
    })
    const holders = submissions.flatMap(({ link_holder }) => link_holder ?? [])
    await queueForAddresses(
      tx,
      emails.map((email) => `${this.workspaceId} ${email}`),
    )
    for (const contact of await lockContacts(tx, this.workspaceId, emails, holders))
      this.contacts.set(contact.id, contact)
  }

  known(): StoredContact[] {
    return [...this.contacts.values()]
  }

  /** Takes one plan in; later plans of the batch see what it does. */
  take(submission: ReceivedSubmission, form: Form, plan: Plan, releaseNumber: number, settings: ApplySettings): void {
    const contact = this.changeContact(submission, plan)
    this.applied.push({ id: submission.id, contact_id: contact?.id ?? null, plan })
    for (const delivery of plan.deliveries)
      this.deliveries.push({
        id: randomUUID(),
        workspace_id: this.workspaceId,
        submission_id: submission.id,
        key: delivery.key,
        body: bodyOf(delivery, plan, contact, this.now),
        because: delivery.because,
        created_at: this.now.toISOString(),
      })
    const { shown } = checkAnswers(form, submission.values, submission.values)
    this.visits.push({
      visitId: submission.visit_id,
      formId: submission.form_id,
      workspaceId: this.workspaceId,
      releaseNumber,
      link: submission.link,
      pageBefore: submission.page_before,
      linkHolder: submission.link_holder,
      ownHost: settings.ownHost,
      at: submission.received_at,
      noticed: { sent: true, steps: stepsShown(form, shown).map(({ name }) => name) },
    })
  }

  private changeContact(submission: ReceivedSubmission, plan: Plan): StoredContact | null {
    const { person } = plan
    if (person.how === 'nobody' || !person.email) return null
    const stored = person.contact ? this.contacts.get(person.contact) : undefined
    const before = stored ?? this.newContact(person.email)
    const set = plan.changes.filter(({ effect }) => effect === 'set')
    const values = { ...before.values }
    for (const { field, to } of set) values[field] = to
    const contact: StoredContact = {
      ...before,
      values,
      revision: stored && set.length > 0 ? before.revision + 1 : before.revision,
      lists: [...before.lists, ...plan.lists.map(({ list }) => list)],
    }
    const by = { workspaceId: this.workspaceId, contactId: contact.id, submissionId: submission.id, at: this.now }
    for (const { field, from, to, because } of set) this.changes.push({ ...by, field, from, to, because })
    for (const { list, wording } of plan.lists) this.memberships.push({ ...by, list, wording })
    this.contacts.set(contact.id, contact)
    if (!stored || set.length > 0) this.changed.set(contact.id, contact)
    return contact
  }

  private newContact(email: string): StoredContact {
    return { id: randomUUID(), workspaceId: this.workspaceId, email, values: { email }, lists: [], revision: 1 }
  }

  async write(tx: Runner): Promise<void> {
    await writeContacts(tx, [...this.changed.values()], this.now)
    await addChanges(tx, this.changes)
    await addMemberships(tx, this.memberships)
    await addDeliveries(tx, this.deliveries)
    await markApplied(tx, this.applied, this.now)
    await advanceVisits(tx, this.visits)
  }
}
