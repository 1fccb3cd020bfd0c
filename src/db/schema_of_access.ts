import type { ColumnType, Generated } from 'kysely'
import type { Right } from '@/core/rights/right'
import type { Role } from '@/core/rights/role'

/** Tables of who comes in: people, members, tokens of programs, addresses that work once. */

export type Moment = ColumnType<Date, Date, Date>
export type MaybeMoment = ColumnType<Date | null, Date | null | undefined, Date | null>
export type Default<T> = ColumnType<T, T | undefined, T>

export interface UserTable {
  id: string
  name: string
  email: string
  twoFactorEnabled: Default<boolean>
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
  role: Role
  joined_at: Default<Date>
}

/** A session of somebody, by the names of the sign-in library. */
export interface SessionTable {
  id: string
  userId: string
  createdAt: Date
  updatedAt: Date
  expiresAt: Date
  userAgent: string | null
}

/** A key that somebody signs in with in place of a password. */
export interface PasskeyTable {
  id: string
  userId: string
  name: string | null
  createdAt: Date
}

export interface ApiTokenTable {
  id: Generated<string>
  workspace_id: string
  name: string
  hash: Buffer
  /** What programs that show it may do. */
  rights: Right[]
  created_at: Default<Date>
  last_used_at: MaybeMoment
  withdrawn_at: MaybeMoment
}

/** An address that works once. */
export interface WayInTable {
  id: string
  purpose: 'open workspace' | 'new password' | 'join'
  email: string
  user_id: string | null
  /** The workspace that somebody is invited to, as what, and by whom. */
  workspace_id: ColumnType<string | null, string | null | undefined, never>
  role: ColumnType<Role | null, Role | null | undefined, never>
  asked_by: ColumnType<string | null, string | null | undefined, never>
  withdrawn_at: MaybeMoment
  created_at: Default<Date>
  expires_at: Moment
  used_at: MaybeMoment
}
