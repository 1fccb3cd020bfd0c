import type { ColumnType, Generated, JSONColumnType } from 'kysely'
import type { Answers } from '@/core/answers/answer'
import type { DeliveryBody } from '@/core/dispatch/targets/bodies'
import type { Outcome } from '@/core/dispatch/outcome'
import type { LinkParameters } from '@/core/answers/link_parameters'
import type { Origins } from '@/core/origins/origin'
import type { Form } from '@/core/form/definition'
import type { Doer } from '@/core/changes/cause'
import type { FormState } from '@/core/form/state'
import type { Theme } from '@/core/look/theme'
import type { Plan } from '@/core/plan/plan'
import type { RecordType } from '@/core/fields/field'
import type { Suspicion } from '@/core/spam/suspect'
import type {
  ListConsentTable,
  ListLeftTable,
  ListMembershipTable,
  ListPendingTable,
  RefusedAddressTable,
} from './schema_of_lists'
import type {
  ConnectionTable,
  DeskTable,
  HostTable,
  ListTable,
  ListViewTable,
  RecordFieldTable,
  SegmentTable,
  TaggedLinkTable,
  WorkspaceTable,
} from './schema_of_settings'
import type {
  LinkSheetRowTable,
  LinkSheetTable,
  PersonalLinkTable,
  ReferralCodeTable,
  RememberedBrowserTable,
} from './schema_of_links'
import type { ReadoutDayTable, VisitEventTable, VisitTable } from './schema_of_visits'
import type { ErrandRecordTable, ErrandTable } from './schema_of_errands'
import type { InletPostTable, InletTable } from './schema_of_inlets'
import type { ImportRowTable, ImportTable } from './schema_of_imports'
import type { PastRunMetTable, PastRunTable } from './schema_of_past_runs'
import type { ListingTable, RecordTextTable, SubmissionListingTable, SubmissionState } from './schema_of_listing'
import type {
  AnswersBeforeTable,
  CauseTable,
  LikelyDoubleTable,
  NoDoubleTable,
  NoteTable,
  ProposalTable,
  RecordChangeTable,
} from './schema_of_causes'
import type {
  AccountTable,
  ApiTokenTable,
  Default,
  MaybeMoment,
  MemberTable,
  Moment,
  PasskeyTable,
  SessionTable,
  UserTable,
  WayInTable,
} from './schema_of_access'

type Json<T> = JSONColumnType<T & object, string, string>
/** Text that a list is searched by, which the database makes of the row. */
type Searched = ColumnType<string, never, never>

/** Our tables. `user`, `account`, `session` and `passkey` belong to sign-in, and have the names it gives them. */
export interface Database {
  user: UserTable
  account: AccountTable
  session: SessionTable
  passkey: PasskeyTable
  workspace: WorkspaceTable
  member: MemberTable
  api_token: ApiTokenTable
  record_field: RecordFieldTable
  desk: DeskTable
  list: ListTable
  segment: SegmentTable
  list_view: ListViewTable
  connection: ConnectionTable
  form: FormTable
  form_address: FormAddressTable
  release: ReleaseTable
  record: RecordTable
  listing: ListingTable
  submission_listing: SubmissionListingTable
  record_text: RecordTextTable
  cause: CauseTable
  record_change: RecordChangeTable
  note: NoteTable
  proposal: ProposalTable
  answers_before: AnswersBeforeTable
  import: ImportTable
  import_row: ImportRowTable
  errand: ErrandTable
  errand_record: ErrandRecordTable
  likely_double: LikelyDoubleTable
  no_double: NoDoubleTable
  list_membership: ListMembershipTable
  list_left: ListLeftTable
  list_pending: ListPendingTable
  list_consent: ListConsentTable
  refused_address: RefusedAddressTable
  personal_link: PersonalLinkTable
  referral_code: ReferralCodeTable
  past_run: PastRunTable
  planned_release: PlannedReleaseTable
  tagged_link: TaggedLinkTable
  inlet: InletTable
  inlet_post: InletPostTable
  host: HostTable
  past_run_met: PastRunMetTable
  remembered_browser: RememberedBrowserTable
  link_sheet: LinkSheetTable
  link_sheet_row: LinkSheetRowTable
  visit: VisitTable
  visit_event: VisitEventTable
  submission: SubmissionTable
  submission_note: SubmissionNoteTable
  delivery: DeliveryTable
  lane_trouble: LaneTroubleTable
  file: FileTable
  picture: PictureTable
  rehearsal: RehearsalTable
  running_number: RunningNumberTable
  theme: ThemeTable
  readout_day: ReadoutDayTable
  worker_process: WorkerProcessTable
  way_in: WayInTable
}

interface FormTable {
  id: Generated<string>
  workspace_id: string
  slug: string
  name: string
  folder: Default<string>
  campaign: Default<string>
  owner_id: string | null
  draft: Json<Form>
  draft_revision: Default<number>
  draft_saved_by: string | null
  live_release_id: ColumnType<string | null, string | null | undefined, string | null>
  created_at: Default<Date>
  updated_at: Default<Date>
  search: Searched
  state: Default<FormState>
  state_since: Default<Date>
  /** What visitors read while it is closed; empty for our own words. */
  closed_words: Default<string>
  /** From when on it takes answers, until when, and how many. */
  opens_at: MaybeMoment
  closes_at: MaybeMoment
  closes_after: Default<number | null>
  /** What visitors read before it takes any; empty for our own words. */
  before_words: Default<string>
}

/** Every address that leads to a form: its own, and those it had before. */
interface FormAddressTable {
  slug: string
  workspace_id: string
  form_id: string
  since: Default<Date>
}

/** What is to be released of a form at a moment that somebody set. */
interface PlannedReleaseTable {
  form_id: string
  workspace_id: string
  definition: Json<Form>
  draft_revision: number
  at: Moment
  /** Who planned it. */
  doer: Json<Doer>
  planned_at: Default<Date>
  /** Why it was not made once its moment had come. */
  refused: Json<string[]> | null
}

interface ReleaseTable {
  id: Generated<string>
  workspace_id: string
  form_id: string
  number: number
  definition: Json<Form>
  changes: Json<string[]>
  released_by: string | null
  released_at: Default<Date>
  /** When the next release took its place. */
  replaced_at: MaybeMoment
}

interface RecordTable {
  id: Generated<string>
  workspace_id: string
  type: RecordType
  /** What it is matched by: a contact's address, a company's folded name; of others, their own id. */
  key: string
  /** What people call it: lists are sorted by it. */
  title: string
  /** A company's mail domain. */
  domain: string | null
  contact_id: string | null
  company_id: string | null
  /** The member who sees to it. */
  owner_id: Default<string | null>
  /** The form that opened it. */
  form_id: string | null
  values: Json<Answers>
  revision: Default<number>
  /** The cause that removed it: nobody meets it any more. */
  gone_by: Default<string | null>
  /** The record that it was merged into: that one stands for it. */
  merged_into: Default<string | null>
  /** The contact who brought this one, by their referral code. */
  brought_by: Default<string | null>
  created_at: Moment
  updated_at: Moment
}

/** `spam` looks like a machine's, and waits for a person to say otherwise. */
interface SubmissionTable {
  id: Generated<string>
  workspace_id: string
  form_id: string
  release_id: string
  visit_id: string
  state: Default<SubmissionState>
  values: Json<Answers>
  origins: Json<Origins>
  link: Json<LinkParameters>
  page_before: string | null
  link_holder: string | null
  outcome: Json<Outcome>
  contact_id: ColumnType<string | null, string | null | undefined, string | null>
  plan: ColumnType<Plan | null, string | null | undefined, string | null>
  error: ColumnType<string | null, string | null | undefined, string | null>
  received_at: Moment
  applied_at: MaybeMoment
  /** Counts submissions in the order they arrived. */
  seq: Generated<string>
  /** Tries to apply it that failed for a passing reason; the next is not before `next_at`. */
  attempts: Default<number>
  next_at: MaybeMoment
  /** What made it look like a machine's. */
  suspicions: Default<Suspicion[]>
  /** In which language and region the visitor was spoken to (BCP 47). */
  locale: Default<string | null>
  /** When a person looked at it and left it as spam. */
  settled_at: MaybeMoment
  /** The cause that erased whoever sent it: what is left tells of nobody. */
  erased_by: Default<string | null>
  /** When it was put into the bin, and by whom: it counts nowhere until it is restored. */
  binned_at: MaybeMoment
  binned_by: Default<string | null>
  /** Whether a colleague sent it to try the form: it counts nowhere. */
  is_test: Default<boolean>
}

/** What colleagues should know of a submission. */
interface SubmissionNoteTable {
  id: string
  workspace_id: string
  submission_id: string
  text: string
  who: string
  written_at: Default<Date>
}

/** `put_aside`: given up, and nobody need look at it again. */
type DeliveryState = 'waiting' | 'delivered' | 'given_up' | 'put_aside'

interface DeliveryTable {
  id: Generated<string>
  workspace_id: string
  cause_id: string
  key: string
  body: Json<DeliveryBody>
  because: string
  state: Default<DeliveryState>
  attempts: Default<number>
  error: ColumnType<string | null, string | null | undefined, string | null>
  /** Not before this, as planned; nothing where it goes out at once. */
  due_at: MaybeMoment
  created_at: Moment
  next_at: MaybeMoment
  settled_at: MaybeMoment
  /** Until when a worker has it in hand. */
  lease_until: MaybeMoment
  /** The form whose submission it is of, and the visitor's address for a mail to one: both for counting. */
  form_id: string | null
  visitor: string | null
  /** Name of the connection it goes over; `null` for the installation's mail server. */
  connection: string | null
  /** Why it was put aside, and the name of who did. */
  aside_for: ColumnType<string | null, string | null | undefined, string | null>
  aside_by: ColumnType<string | null, string | null | undefined, string | null>
}

interface FileTable {
  id: string
  workspace_id: string
  form_id: string
  visit_id: string
  /** Name of the question it was sent for. */
  question: string
  name: string
  /** How large it is, or is going to be. */
  bytes: number
  /** How much of it has come, in bytes, as far as it was noted. */
  received: Default<number>
  /** Its media type by what is in it, once it is whole. */
  type: ColumnType<string | null, string | null | undefined, string | null>
  submission_id: ColumnType<string | null, string | null | undefined, string | null>
  /** The post to an inlet that it came with. */
  inlet_post_id: ColumnType<string | null, string | null | undefined, string | null>
  /** About to be removed, or removed already. */
  gone: Default<boolean>
  begun_at: Default<Date>
  /** Last sign of whoever sends it. */
  touched_at: Default<Date>
  whole_at: MaybeMoment
  /** Which request writes to it, and until when that is believed. */
  held_by: ColumnType<string | null, string | null | undefined, string | null>
  held_until: MaybeMoment
}

/** A picture that forms show, in the size it is kept in. */
interface PictureTable {
  id: string
  workspace_id: string
  name: string
  width: number
  height: number
  made_at: Default<Date>
}

interface RehearsalTable {
  id: string
  workspace_id: string
  form_id: string
  title: string
  values: Json<Answers>
  contact: string | null
  /** Whether that contact is known by a browser that remembers them. */
  remembered: Default<boolean>
  /** Name of the test values of its form that it is sent as. */
  tried: Default<string | null>
  kept_by: string | null
  kept_at: Default<Date>
}

/** How many answers to a form have taken a number of those that run through it. */
interface RunningNumberTable {
  form_id: string
  workspace_id: string
  taken: number
}

interface ThemeTable {
  workspace_id: string
  name: string
  title: string
  look: Json<Theme>
  changed_at: Default<Date>
}

interface LaneTroubleTable {
  workspace_id: string
  /** Empty for the installation's own mail server. */
  connection: string
  /** Tries in a row that came to nothing, those apart that were made while it rested. */
  failures: number
  /** The first few of which that was so, each once. */
  deliveries: string[]
  rests: Generated<number>
  since: Date
  rests_until: Date | null
  error: string
}

interface WorkerProcessTable {
  id: string
  pools: string[]
  beat_at: ColumnType<Date, Date | undefined, Date>
  /** When it last settled a submission or a delivery, however that went. */
  submissions_at: MaybeMoment
  deliveries_at: MaybeMoment
}
