import type { ColumnType, Generated } from 'kysely'

/** Tables of who comes in: people, members, tokens of programs, addresses that work once. */

export type Moment = ColumnType<Date, Date, Date>
export type MaybeMoment = ColumnType<Date | null, Date | null | undefined, Date | null>
export type Default<T> = ColumnType<T, T | undefined, T>

export interface UserTable {
  id: string
  name: string
  email: string
}

export interface AccountTable {
  id: string
  accountId: string
  providerId: string
  userId: string
  password: string | null
}

export interface MemberTable {
  workspace_id: string
  user_id: string
}

export interface ApiTokenTable {
  id: Generated<string>
  workspace_id: string
  name: string
  hash: Buffer
  created_at: Default<Date>
  last_used_at: MaybeMoment
  withdrawn_at: MaybeMoment
}

/** An address that works once. */
export interface WayInTable {
  id: string
  purpose: 'open workspace' | 'new password'
  email: string
  user_id: string | null
  created_at: Default<Date>
  expires_at: Moment
  used_at: MaybeMoment
}
