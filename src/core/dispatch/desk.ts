import type { Hours } from './hours'

/** Colleagues who are told of submissions. */
export interface Desk {
  name: string
  title: string
  addresses: string[]
  /** When somebody is there; left out where it says nothing of that. */
  hours?: Hours | null
}

/** Whom a submission can be told to. */
export interface Reachable {
  desks: readonly Desk[]
  /** Told when no desk is; `null` in a workspace that nobody belongs to. */
  owner: { name: string; email: string } | null
}
