import type { Consent } from '@/core/records/consent'
import type { MaybeMoment, Moment } from './schema_of_access'

/** Tables of who is on which list, how they agreed, who left, and whom mails do not reach. */

export interface ListMembershipTable {
  workspace_id: string
  list: string
  contact_id: string
  wording: string
  cause_id: string | null
  joined_at: Moment
}

/** A list that somebody left by themselves. */
export interface ListLeftTable {
  workspace_id: string
  contact_id: string
  list: string
  reason: string
  cause_id: string
  left_at: Moment
}

/** A list that somebody is asked by mail to confirm; an asking may be about several. */
export interface ListPendingTable {
  workspace_id: string
  contact_id: string
  ask_id: string
  list: string
  wording: string
  address: string
  /** How they are spoken to (BCP 47). */
  locale: string | null
  submission_id: string | null
  cause_id: string
  asked_at: Moment
}

/** A consent, as it was given: kept also after the list was left. */
export interface ListConsentTable {
  workspace_id: string
  contact_id: string
  list: string
  cause_id: string
  wording: string
  address: string | null
  proven: Consent['proven']
  origin: string | null
  submission_id: string | null
  form_id: string | null
  release: number | null
  asked_at: MaybeMoment
  given_at: Moment
}

/** An address that a mail server said is none: mails are kept from it. */
export interface RefusedAddressTable {
  workspace_id: string
  address: string
  reason: string
  delivery_id: string
  at: Moment
}
