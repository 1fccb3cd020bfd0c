import { randomUUID } from 'node:crypto'
import { fileAddress, filesIn } from '@/core/answers/files'
import type { Form } from '@/core/form/definition'
import { walkForm } from '@/core/form/walk'
import type { SentFile } from '@/core/dispatch/attachments'
import { mailboxOf } from '@/core/dispatch/mailbox'
import { targetOf } from '@/core/dispatch/targets/registry'
import type { PlannedDelivery } from '@/core/dispatch/targets/target'
import type { Plan } from '@/core/plan/plan'
import type { RecordType } from '@/core/fields/field'
import type { Touched } from '@/core/records/match'
import type { Snapshot } from '@/core/plan/snapshot'
import { titleOf } from '@/core/records/record'
import { joinWanted, wantedBy } from '@/core/records/wanted'
import type { Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import { addDeliveries, type NewDelivery } from '@/db/queries/deliveries'
import { readSent } from '@/db/queries/files'
import {
  addChanges,
  addMemberships,
  type NewChange,
  type NewMembership,
  readRecords,
  type StoredRecord,
  writeRecords,
} from '@/db/queries/records'
import { type AppliedSubmission, markApplied, type ReceivedSubmission } from '@/db/queries/submissions'
import { markSentAfterAll, queueReadout, type SentVisit } from '@/db/queries/visits'
import { advanceVisits, type VisitNotice } from '../visits/advance'
import type { ApplySettings } from './applySettings'

/** A release as submissions to it are applied. */
export interface ReleasedForm {
  form: Form
  number: number
  owner: Snapshot['owner']
  slug: string
  name: string
}

/** A contact's company, as lineage calls it: no field that people make can have this name. */
export const COMPANY_LINK = '_company'

/** What a batch of plans adds up to, gathered in memory and written with one statement a table. */
export class Batch {
  private readonly records = new Map<string, StoredRecord>()
  private readonly changed = new Map<string, { record: StoredRecord; at: Date }>()
  private readonly changes: NewChange[] = []
  private readonly memberships: NewMembership[] = []
  private readonly deliveries: NewDelivery[] = []
  private readonly applied: AppliedSubmission[] = []
  private readonly visits: VisitNotice[] = []
  private readonly sent: SentVisit[] = []
  private readonly files = new Map<string, SentFile>()

  constructor(
    private readonly workspaceId: string,
    private readonly settings: ApplySettings,
    private readonly now: Date,
  ) {}

  /** Reads and locks whatever these submissions may match, what does not exist yet included. */
  async meet(tx: Runner, submissions: ReceivedSubmission[], forms: Map<string, ReleasedForm | Error>): Promise<void> {
    const wanted = joinWanted(
      submissions.map(({ release_id, values, link_holder }) => {
        const released = forms.get(release_id)
        return wantedBy(!released || released instanceof Error ? null : released.form, values, link_holder)
      }),
    )
    await lockNames(tx, [
      ...wanted.emails.map((email) => `${this.workspaceId} ${email}`),
      ...wanted.companyKeys.map((key) => `${this.workspaceId} company ${key}`),
    ])
    const ids = submissions.flatMap(({ values }) => filesIn(values))
    for (const { id, name, type, bytes } of ids.length > 0 ? await readSent(tx, this.workspaceId, ids) : [])
      this.files.set(id, { id, name, type: type ?? '', bytes, address: fileAddress(this.settings.url, id, name) })
    for (const record of await readRecords(tx, this.workspaceId, wanted, true)) this.records.set(record.id, record)
  }

  /** What is known by now, the latest made first. */
  known(): StoredRecord[] {
    return [...this.records.values()]
  }

  /** Takes one plan in; later plans of the batch see what it does. */
  take(submission: ReceivedSubmission, released: ReleasedForm, plan: Plan): void {
    const { form, number, slug, name } = released
    const at = this.settings.appliedAt?.(submission.received_at) ?? this.now
    const { contact, company } = this.touchRecords(submission, plan, at)
    this.applied.push({
      id: submission.id,
      contact_id: contact?.id ?? null,
      plan,
      applied_at: at.toISOString(),
    })
    const sent = {
      form,
      values: submission.values,
      plan,
      submission: { id: submission.id, form: { slug, name }, release: number, receivedAt: submission.received_at },
      contact,
      company,
      at,
      files: filesIn(submission.values).flatMap((id) => this.files.get(id) ?? []),
      attach: this.settings.attach,
    }
    for (const delivery of plan.deliveries)
      this.deliveries.push({
        id: randomUUID(),
        workspace_id: this.workspaceId,
        submission_id: submission.id,
        form_id: submission.form_id,
        visitor: visitorOf(delivery, plan),
        key: delivery.key,
        connection: delivery.connection,
        body: targetOf(delivery.to).body(delivery, sent),
        because: delivery.because,
        created_at: at.toISOString(),
      })
    const { steps } = walkForm(form, submission.values, submission.values)
    this.visits.push({
      visitId: submission.visit_id,
      formId: submission.form_id,
      workspaceId: this.workspaceId,
      releaseNumber: number,
      link: submission.link,
      pageBefore: submission.page_before,
      linkHolder: submission.link_holder,
      framedBy: null,
      ownHost: this.settings.ownHost,
      at: submission.received_at,
      noticed: { sent: true, steps: steps.map(({ name }) => name) },
      leftBy: null,
    })
    if (contact)
      this.sent.push({
        formId: submission.form_id,
        visitId: submission.visit_id,
        contactId: contact.id,
        email: contact.key,
        sentAt: submission.received_at.toISOString(),
      })
  }

  /** Does to the records what the plan says, and ties them to each other. Tells whose they are, where that is known. */
  private touchRecords(submission: ReceivedSubmission, plan: Plan, at: Date) {
    const touched = new Map<RecordType, StoredRecord>()
    // Deals and requests belong to a contact and a company, and a contact to a company: whom they belong to comes first.
    for (const type of ['company', 'contact', 'deal', 'request'] as const) {
      const one = plan.records.find(({ record }) => record === type)
      if (one) touched.set(type, this.touch(submission, plan, one, touched, at))
    }
    const contact = touched.get('contact') ?? null
    if (contact)
      for (const { list, wording } of plan.lists)
        this.memberships.push({ ...this.by(submission, at), contactId: contact.id, list, wording })
    return { contact, company: touched.get('company') ?? null }
  }

  private touch(
    submission: ReceivedSubmission,
    plan: Plan,
    one: Touched,
    others: ReadonlyMap<RecordType, StoredRecord>,
    at: Date,
  ): StoredRecord {
    const stored = one.id === null ? undefined : this.records.get(one.id)
    const before = stored ?? newRecord(this.workspaceId, submission, one)
    const set = plan.changes.filter(({ record, effect }) => record === one.record && effect === 'set')
    const record: StoredRecord = {
      ...before,
      values: { ...before.values, ...Object.fromEntries(set.map(({ field, to }) => [field, to])) },
      domain: before.domain ?? one.domain,
      contact:
        before.contact ??
        (one.record === 'contact' || one.record === 'company' ? null : (others.get('contact')?.id ?? null)),
      company: before.company ?? (one.record === 'company' ? null : (others.get('company')?.id ?? null)),
      lists: one.record === 'contact' ? [...before.lists, ...plan.lists.map(({ list }) => list)] : before.lists,
    }
    const by = { ...this.by(submission, at), recordId: record.id }
    for (const { field, from, to, because } of set) this.changes.push({ ...by, field, from, to, because })
    const house = others.get('company')
    const moved = one.record === 'contact' && house !== undefined && record.company !== before.company
    if (moved)
      this.changes.push({
        ...by,
        field: COMPANY_LINK,
        from: null,
        to: titleOf(house),
        because: 'The company of this submission',
      })
    const changed = set.length > 0 || moved || record.domain !== before.domain
    if (stored && set.length > 0) record.revision = before.revision + 1
    this.records.set(record.id, record)
    if (!stored || changed) this.changed.set(record.id, { record, at })
    return record
  }

  private by({ id }: ReceivedSubmission, at: Date) {
    return { workspaceId: this.workspaceId, submissionId: id, at }
  }

  async write(tx: Runner): Promise<void> {
    await writeRecords(tx, [...this.changed.values()])
    await addChanges(tx, this.changes)
    await addMemberships(tx, this.memberships)
    await addDeliveries(tx, this.deliveries)
    await markApplied(tx, this.applied)
    await advanceVisits(tx, this.visits)
    await queueReadout(tx, await markSentAfterAll(tx, this.sent))
  }
}

/** The visitor's mailbox where a delivery is a mail to one. */
function visitorOf({ message }: PlannedDelivery, plan: Plan): string | null {
  const carried = message === null ? undefined : plan.messages[message]
  const [address] = carried?.audience === 'visitor' ? carried.to : []
  return address === undefined ? null : mailboxOf(address)
}

function newRecord(
  workspaceId: string,
  submission: ReceivedSubmission,
  { record, key, domain }: Touched,
): StoredRecord {
  const id = randomUUID()
  return {
    id,
    type: record,
    key: key ?? id,
    domain,
    contact: null,
    company: null,
    form: record === 'deal' || record === 'request' ? submission.form_id : null,
    // A contact has its address, whatever lands.
    values: record === 'contact' && key !== null ? { email: key } : {},
    lists: [],
    revision: 1,
    workspaceId,
  }
}
