import type { DeedName } from './deeds'

/** Whoever can be asked why they did something: a member, or a program with its token. */
export type Doer = { sort: 'member'; id: string; name: string } | { sort: 'program'; id: string; name: string }

/** What made something happen. Whatever changes anything about people has one, and all that it did points to it. */
type Cause =
  /** What a visitor sent: the cause has the submission’s id. */
  | { sort: 'submission' }
  /** A deed of a member or a program, by its name; `of` is the cause that it is about, where it is about one. */
  | { sort: 'deed'; by: Doer; deed: DeedName; of?: string }
  /** Records that were merged into one. */
  | { sort: 'merge'; by: Doer }
  /** What an import brought; the cause has the import’s id. */
  | { sort: 'import'; by: Doer }
  /** Undoes what another cause did. */
  | { sort: 'put back'; by: Doer; of: string }
  /** What somebody did to themselves who has a mail of ours. */
  | { sort: 'visitor'; deed: DeedName }
  /** Removed because its time was up, by this rule. */
  | { sort: 'keeping'; rule: DeedName }

/** A cause as it is kept: with its id, and when it did what it did. */
export interface Caused {
  id: string
  workspaceId: string
  cause: Cause
  /** What it was done to, as that is called; blank for a submission, whose form says it. */
  about?: string
  at: Date
}
