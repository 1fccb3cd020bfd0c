import { randomUUID } from 'node:crypto'
import { fileAddress, filesIn } from '@/core/answers/files'
import { Ledger } from '@/core/changes/ledger'
import type { SentFile } from '@/core/dispatch/attachments'
import type { RecordType } from '@/core/fields/field'
import { formInTurn, turnsTaken } from '@/core/fill/turns'
import type { Form } from '@/core/form/definition'
import { walkForm } from '@/core/form/walk'
import { changesOf } from '@/core/plan/changes_of'
import type { Plan } from '@/core/plan/plan'
import type { Snapshot } from '@/core/plan/snapshot'
import { joinWanted, wantedBy } from '@/core/records/wanted'
import type { Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import type { NewDelivery } from '@/db/queries/deliveries'
import { readSent } from '@/db/queries/files'
import { readRecords } from '@/db/queries/records'
import { type AppliedSubmission, markApplied, type ReceivedSubmission } from '@/db/queries/submissions'
import { markSentAfterAll, queueReadout, type SentVisit } from '@/db/queries/visits'
import { writeChanges } from '../changes/writeChanges'
import { advanceVisits, type VisitNotice } from '../visits/advance'
import type { ApplySettings } from './applySettings'
import { deliveriesOf } from './deliveries_of'

/** A release as submissions to it are applied. */
export interface ReleasedForm {
  form: Form
  number: number
  owner: Snapshot['owner']
  slug: string
  name: string
}

/** What a batch of submissions may match: records in hand, read and locked, and the files that came with it. */
export interface Met {
  ledger: Ledger
  files: ReadonlyMap<string, SentFile>
}

/** Reads and locks whatever these submissions may match, what does not exist yet included. */
export async function meetRecords(
  tx: Runner,
  workspaceId: string,
  submissions: readonly ReceivedSubmission[],
  forms: ReadonlyMap<string, ReleasedForm | Error>,
  { url }: ApplySettings,
): Promise<Met> {
  const wanted = joinWanted(
    submissions.map(({ release_id, values, link_holder }) => {
      const released = forms.get(release_id)
      return wantedBy(!released || released instanceof Error ? null : released.form, values, link_holder)
    }),
  )
  await lockNames(tx, [
    ...wanted.emails.map((email) => `${workspaceId} ${email}`),
    ...wanted.companyKeys.map((key) => `${workspaceId} company ${key}`),
  ])
  const ids = submissions.flatMap(({ values }) => filesIn(values))
  const sent = ids.length > 0 ? await readSent(tx, workspaceId, ids) : []
  const files = sent.map(({ id, name, type, bytes }): [string, SentFile] => [
    id,
    { id, name, type: type ?? '', bytes, address: fileAddress(url, id, name) },
  ])
  const records = await readRecords(tx, workspaceId, wanted, true)
  return { ledger: new Ledger(records, randomUUID), files: new Map(files) }
}

/** What a batch of plans adds up to beside what it does to records: gathered in memory, and written at once. */
export class Batch {
  private readonly deliveries: NewDelivery[] = []
  private readonly applied: AppliedSubmission[] = []
  private readonly visits: VisitNotice[] = []
  private readonly sent: SentVisit[] = []

  constructor(
    private readonly workspaceId: string,
    private readonly settings: ApplySettings,
    private readonly now: Date,
    private readonly met: Met,
    /** Hosts of our own pages. */
    private readonly ownHosts: readonly string[],
  ) {}

  /** Takes one plan in; later plans of the batch see what it does. Gives the contact that it is of. */
  take(submission: ReceivedSubmission, released: ReleasedForm, plan: Plan): string | null {
    const { form, number, slug, name } = released
    const { ledger, files } = this.met
    const at = this.settings.appliedAt?.(submission.received_at) ?? this.now
    const caused = { id: submission.id, workspaceId: this.workspaceId, cause: { sort: 'submission' as const }, at }
    const find = ledger.do(
      caused,
      changesOf(plan, { form: submission.form_id, submission: submission.id }, ledger.known()),
    )
    const touched = (type: RecordType) => {
      const one = plan.records.find(({ record }) => record === type)
      return one ? find(one.id ?? type) : null
    }
    const contact = touched('contact')
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
      submission: {
        id: submission.id,
        form: { slug, name },
        release: number,
        receivedAt: submission.received_at,
        test: submission.is_test,
      },
      contact,
      company: touched('company'),
      at,
      files: filesIn(submission.values).flatMap((id) => files.get(id) ?? []),
      attach: this.settings.attach,
    }
    this.deliveries.push(
      ...deliveriesOf(this.workspaceId, { cause: submission.id, form: submission.form_id }, plan.deliveries, sent),
    )
    const turns = turnsTaken(form, submission.values, submission.origins)
    const { steps } = walkForm(formInTurn(form, turns), submission.values, submission.values)
    this.visits.push({
      visitId: submission.visit_id,
      formId: submission.form_id,
      workspaceId: this.workspaceId,
      releaseNumber: number,
      link: submission.link,
      // Where nothing is known of its visit, what its link had beside is not known, either.
      unread: [],
      pageBefore: submission.page_before,
      linkHolder: submission.link_holder,
      linkId: null,
      browserId: null,
      newBrowser: false,
      test: submission.is_test,
      framedBy: null,
      through: 'frame',
      // What may be kept of that was settled as it was sent.
      asked: null,
      ownHosts: this.ownHosts,
      at: submission.received_at,
      noticed: { sent: true, steps: steps.map(({ name }) => name) },
      leftBy: null,
    })
    // A colleague who tries the form does not send what somebody else left.
    if (contact && !submission.is_test)
      this.sent.push({
        formId: submission.form_id,
        visitId: submission.visit_id,
        contactId: contact.id,
        email: contact.key,
        sentAt: submission.received_at.toISOString(),
      })
    return contact?.id ?? null
  }

  async write(tx: Runner): Promise<void> {
    await writeChanges(tx, this.workspaceId, this.met.ledger.written(), this.deliveries)
    await markApplied(tx, this.applied)
    await advanceVisits(tx, this.visits)
    await queueReadout(tx, await markSentAfterAll(tx, this.sent))
  }
}
