import type { Answers } from '../answers/answer'

/** What is known of the workspace when a plan is made. A plan depends on nothing else. */
export interface Snapshot {
  workspace: { name: string; mailDomain: string }
  /** Told when no desk is; `null` in a workspace that nobody belongs to. */
  owner: { name: string; email: string } | null
  /** Contacts that may be matched: the holder of the personal link, and the one with the answered email. */
  contacts: ContactState[]
  fields: RecordField[]
  lists: ListInfo[]
  desks: Desk[]
  /** Whether a CRM is connected. */
  crm: boolean
}

export interface ContactState {
  id: string
  email: string
  /** Stored fields, `email` included. */
  values: Answers
  /** Names of the lists the contact is on. */
  lists: string[]
}

export interface RecordField {
  name: string
  label: string
}

export interface ListInfo {
  name: string
  title: string
}

export interface Desk {
  name: string
  title: string
  addresses: string[]
}
