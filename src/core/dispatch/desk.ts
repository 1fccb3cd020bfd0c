import type { Owner } from '../records/record'
import type { Hours } from './hours'

/** Colleagues who are told of submissions. */
export interface Desk {
  name: string
  title: string
  addresses: string[]
  /** When somebody is there; left out where it says nothing of that. */
  hours?: Hours | null
  /** Members who see to what it is told of, each in turn; none where left out. */
  owners?: readonly Owner[]
  /** How often one of them has been given something: the next one’s turn follows from it. */
  turn?: number
}

/** A desk as plans keep it: whoever is told. */
export type ToldDesk = Omit<Desk, 'owners' | 'turn'>

/** Whom a submission can be told to. */
export interface Reachable {
  desks: readonly Desk[]
  /** Told when no desk is; `null` in a workspace that nobody belongs to. */
  owner: { name: string; email: string } | null
}
