import type { Generated } from 'kysely'
import type { Default, MaybeMoment, Moment } from './schema_of_access'

/** A secret address of one person at one form, kept by the hash of its code. */
export interface PersonalLinkTable {
  id: Generated<string>
  workspace_id: string
  contact_id: string
  form_id: string
  hash: Buffer
  created_at: Default<Date>
  expires_at: MaybeMoment
  withdrawn_at: MaybeMoment
  /** The sheet it is of, and its place there. */
  sheet_id: Default<string | null>
  n: Default<number | null>
}

/** A browser that knows somebody again, since they wished it there. */
export interface RememberedBrowserTable {
  workspace_id: string
  id: string
  contact_id: string
  /** The form in which they wished it. */
  form_id: string
  created_at: Default<Date>
  expires_at: Moment
  withdrawn_at: MaybeMoment
  /** Whether somebody in it said that they are not this person. */
  by_visitor: Default<boolean>
}

/** The code that people say who were brought along by somebody: one a person. */
export interface ReferralCodeTable {
  workspace_id: string
  code: string
  contact_id: string
  created_at: Default<Date>
}

/** How far a link sheet is; `stopped` where it cannot go on. */
export type SheetState = 'making' | 'made' | 'stopped' | 'withdrawn'

/** Personal links for many people at once. */
export interface LinkSheetTable {
  id: string
  workspace_id: string
  form_id: string
  title: string
  /** Whose links they are, in words. */
  chosen: string
  /** What the codes of its links are drawn from, sealed; none once they must not be told again. */
  seed: Buffer | null
  state: SheetState
  /** Whether addresses that nobody has are made into contacts. */
  adds: boolean
  /** For how many days its links work. */
  days: number
  of: Default<number>
  linked: Default<number>
  added: Default<number>
  unknown: Default<number>
  columns: string[]
  pattern: string
  /** How a mailing tool writes a column; empty where none is told. */
  mark: Default<string>
  error: Default<string | null>
  past_opened: Default<number>
  past_begun: Default<number>
  past_sent: Default<number>
  past_by_others: Default<number>
  member_id: string | null
  token_id: string | null
  who: string
  created_at: Default<Date>
  changed_at: Default<Date>
}

/** Somebody whom a sheet has no link for yet, or an address that nobody has. */
export interface LinkSheetRowTable {
  sheet_id: string
  n: number
  contact_id: string | null
  email: string | null
}
