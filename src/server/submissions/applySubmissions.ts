import { randomUUID } from 'node:crypto'
import type { Form } from '@/core/form/definition'
import { walkForm } from '@/core/form/walk'
import { emailIn, type Plan, planSubmission } from '@/core/plan'
import type { Snapshot } from '@/core/records/snapshot'
import type { Db, Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import {
  addChanges,
  addMemberships,
  lockContacts,
  type NewChange,
  type NewMembership,
  type StoredContact,
  writeContacts,
} from '@/db/queries/contacts'
import { addDeliveries, type NewDelivery } from '@/db/queries/deliveries'
import { readRelease } from '@/db/queries/forms'
import {
  type AppliedSubmission,
  markApplied,
  markFailed,
  postponeSubmission,
  readWaiting,
  type ReceivedSubmission,
  workspacesWaiting,
} from '@/db/queries/submissions'
import { readOwner, readResources } from '@/db/queries/workspace'
import { bodyOf, visitorOf } from '../deliveries/body'
import { isDatabaseAway, isTemporary, reasonOf } from '../failures'
import { readReleased } from '../forms/live'
import { log, traced } from '../log'
import { advanceVisits, type VisitNotice } from '../visits/advance'

export interface ApplySettings {
  crm: boolean
  ownHost: string | null
  /** Submissions applied together at most. */
  together: number
  /** When a submission counts as applied, for histories that are made; left out, it is when it is. */
  appliedAt?: (receivedAt: Date) => Date
}

/**
 * Plans and applies what a workspace has received, in the order it arrived, until nothing is left that is
 * due: these submissions, and others that wait beside them, whose own jobs then find them done. Each batch is
 * one transaction: killed anywhere, it has done nothing, and run again it does each once.
 *
 * One submission that cannot be applied never holds up another: it is marked failed with its reason, or,
 * where the reason will pass, tried again later. Returns how many were settled.
 */
export async function applySubmissions(db: Db, ids: readonly string[], settings: ApplySettings): Promise<number> {
  let settled = 0
  for (const workspaceId of await workspacesWaiting(db, ids)) settled += await applyWaiting(db, workspaceId, settings)
  return settled
}

/** The same for all of a workspace. */
export async function applyWaiting(db: Db, workspaceId: string, settings: ApplySettings): Promise<number> {
  for (let settled = 0; ;) {
    const batch = await applyBatch(db, workspaceId, settings)
    settled += batch
    if (batch < settings.together) return settled
  }
}

async function applyBatch(db: Db, workspaceId: string, settings: ApplySettings): Promise<number> {
  let inHand: string[] = []
  try {
    return await inTurn(db, workspaceId, async (tx, now) => {
      const submissions = await readWaiting(tx, workspaceId, settings.together)
      inHand = submissions.map(({ id }) => id)
      await applyTogether(tx, workspaceId, submissions, settings, now)
      return submissions.length
    })
  } catch (error) {
    if (isDatabaseAway(error) || inHand.length === 0) throw error
    log.warn({ error, submissions: inHand.length }, 'A batch cannot be applied; each is tried alone')
    for (const id of inHand) await traced({ submission: id }, () => applyAlone(db, workspaceId, id, settings))
    return inHand.length
  }
}

async function applyAlone(db: Db, workspaceId: string, id: string, settings: ApplySettings): Promise<void> {
  try {
    await inTurn(db, workspaceId, async (tx, now) =>
      applyTogether(tx, workspaceId, await readWaiting(tx, workspaceId, 1, [id]), settings, now),
    )
  } catch (error) {
    if (isDatabaseAway(error)) throw error
    const temporary = isTemporary(error)
    log.error({ error, temporary }, 'A submission cannot be applied')
    if (temporary) await postponeSubmission(db, id, reasonOf(error))
    else await markFailed(db, [{ id, error: reasonOf(error) }])
  }
}

/** Whatever is applied in a workspace is applied in turn, so that lineage is in the order of arrival. */
const inTurn = <T>(db: Db, workspaceId: string, work: (tx: Runner, now: Date) => Promise<T>): Promise<T> =>
  db.transaction().execute(async (tx) => work(tx, await lockNames(tx, [`apply ${workspaceId}`])))

async function applyTogether(
  tx: Runner,
  workspaceId: string,
  submissions: ReceivedSubmission[],
  settings: ApplySettings,
  now: Date,
): Promise<void> {
  if (submissions.length === 0) return
  const work = new Batch(workspaceId, settings, now)
  const failed: { id: string; error: string }[] = []
  const forms = await readForms(tx, submissions)
  const resources = await readResources(tx, workspaceId)
  await work.meet(tx, submissions, forms)
  for (const submission of submissions) {
    const released = forms.get(submission.release_id) ?? new Error('Its release does not exist')
    const plan = makePlan(submission, released, { ...resources, contacts: work.known(), crm: settings.crm })
    if (plan instanceof Error || released instanceof Error) {
      log.error({ error: plan, submission: submission.id }, 'A submission cannot be planned')
      failed.push({ id: submission.id, error: reasonOf(plan) })
    } else work.take(submission, released.form, plan, released.number)
  }
  await work.write(tx)
  await markFailed(tx, failed)
}

/** The plan of a submission, or why none can be made: that is its own trouble and nobody else's. */
function makePlan(
  submission: ReceivedSubmission,
  released: ReleasedForm | Error,
  around: Omit<Snapshot, 'owner'>,
): Plan | Error {
  if (released instanceof Error) return released
  try {
    const facts = { linkHolder: submission.link_holder, submission: submission.id }
    return planSubmission(released.form, submission.values, facts, { ...around, owner: released.owner })
  } catch (error) {
    return error instanceof Error ? error : new Error(String(error))
  }
}

interface ReleasedForm {
  form: Form
  number: number
  owner: Snapshot['owner']
}

/** The releases these submissions were sent to, or why one cannot be read. */
async function readForms(tx: Runner, submissions: ReceivedSubmission[]): Promise<Map<string, ReleasedForm | Error>> {
  const forms = new Map<string, ReleasedForm | Error>()
  for (const { release_id, workspace_id } of submissions) {
    if (forms.has(release_id)) continue
    const { number, ownerId, definition } = await readRelease(tx, release_id)
    const owner = await readOwner(tx, workspace_id, ownerId)
    const form = readReleased(release_id, definition)
    forms.set(release_id, form instanceof Error ? form : { form, number, owner })
  }
  return forms
}

/** What a batch of plans adds up to, gathered in memory and written with one statement a table. */
class Batch {
  private readonly contacts = new Map<string, StoredContact>()
  private readonly changed = new Map<string, { contact: StoredContact; at: Date }>()
  private readonly changes: NewChange[] = []
  private readonly memberships: NewMembership[] = []
  private readonly deliveries: NewDelivery[] = []
  private readonly applied: AppliedSubmission[] = []
  private readonly visits: VisitNotice[] = []

  constructor(
    private readonly workspaceId: string,
    private readonly settings: ApplySettings,
    private readonly now: Date,
  ) {}

  /** Reads and locks everybody these submissions may be from, those who do not exist yet included. */
  async meet(tx: Runner, submissions: ReceivedSubmission[], forms: Map<string, ReleasedForm | Error>): Promise<void> {
    const emails = submissions.flatMap(({ release_id, values }) => {
      const released = forms.get(release_id)
      return (released && !(released instanceof Error) && emailIn(released.form, values)) || []
    })
    const holders = submissions.flatMap(({ link_holder }) => link_holder ?? [])
    await lockNames(
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
  take(submission: ReceivedSubmission, form: Form, plan: Plan, releaseNumber: number): void {
    const at = this.settings.appliedAt?.(submission.received_at) ?? this.now
    const contact = this.changeContact(submission, plan, at)
    this.applied.push({
      id: submission.id,
      contact_id: contact?.id ?? null,
      plan,
      applied_at: at.toISOString(),
    })
    for (const delivery of plan.deliveries)
      this.deliveries.push({
        id: randomUUID(),
        workspace_id: this.workspaceId,
        submission_id: submission.id,
        form_id: submission.form_id,
        visitor: visitorOf(delivery, plan),
        key: delivery.key,
        body: bodyOf(delivery, plan, contact, at),
        because: delivery.because,
        created_at: at.toISOString(),
      })
    const { steps } = walkForm(form, submission.values, submission.values)
    this.visits.push({
      visitId: submission.visit_id,
      formId: submission.form_id,
      workspaceId: this.workspaceId,
      releaseNumber,
      link: submission.link,
      pageBefore: submission.page_before,
      linkHolder: submission.link_holder,
      ownHost: this.settings.ownHost,
      at: submission.received_at,
      noticed: { sent: true, steps: steps.map(({ name }) => name) },
    })
  }

  private changeContact(submission: ReceivedSubmission, plan: Plan, at: Date): StoredContact | null {
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
    const by = { workspaceId: this.workspaceId, contactId: contact.id, submissionId: submission.id, at }
    for (const { field, from, to, because } of set) this.changes.push({ ...by, field, from, to, because })
    for (const { list, wording } of plan.lists) this.memberships.push({ ...by, list, wording })
    this.contacts.set(contact.id, contact)
    if (!stored || set.length > 0) this.changed.set(contact.id, { contact, at })
    return contact
  }

  private newContact(email: string): StoredContact {
    return { id: randomUUID(), workspaceId: this.workspaceId, email, values: { email }, lists: [], revision: 1 }
  }

  async write(tx: Runner): Promise<void> {
    await writeContacts(tx, [...this.changed.values()])
    await addChanges(tx, this.changes)
    await addMemberships(tx, this.memberships)
    await addDeliveries(tx, this.deliveries)
    await markApplied(tx, this.applied)
    await advanceVisits(tx, this.visits)
  }
}
