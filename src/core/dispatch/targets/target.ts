import type { z } from 'zod'
import type { Answers } from '../../answers/answer'
import type { Form } from '../../form/definition'
import type { ListChange } from '../../records/lists'
import type { RecordChange } from '../../records/land'
import type { Person, Touched } from '../../records/match'
import type { RecordState } from '../../records/record'
import type { SentFile } from '../attachments'
import type { Connection } from '../connection'
import type { PlannedMessage } from '../messages'
import type { DeliveryBody, TargetName } from './bodies'

/** One thing to send outside. `key` is unique in a plan and the same each time it is made. */
export interface PlannedDelivery {
  key: string
  to: TargetName
  /** Name of the connection; `null` for mail over the installation's own mail server. */
  connection: string | null
  /** Index of the message it carries, for mail. */
  message: number | null
  /** What it is, in words. */
  text: string
  because: string
}

/** A plan as far as it is made when deliveries are planned. */
export interface PlanSoFar {
  person: Person
  /** The records it opens or updates, the contact first. */
  records: Touched[]
  changes: RecordChange[]
  lists: ListChange[]
  messages: PlannedMessage[]
}

/** A record as it is once a plan was applied. */
export type WrittenRecord = RecordState & { revision: number }

/** What bodies are made of: the plan, and what applying it made of the records. */
export interface Sent {
  form: Form
  values: Answers
  plan: PlanSoFar
  submission: { id: string; form: { slug: string; name: string }; release: number; receivedAt: Date; test: boolean }
  contact: WrittenRecord | null
  company: WrittenRecord | null
  /** When the plan was applied. */
  at: Date
  /** Files that came with it, in the form’s order. */
  files: readonly SentFile[]
  /** Most that one mail carries of them, in bytes. */
  attach: number
}

/** One setting of a connection. Secret ones are kept encrypted and never shown again. */
export interface Setting {
  label: string
  hint: string
  secret: boolean
  needed: boolean
  /** Whether one is made where none is entered: a secret of ours, which is never sent itself. */
  made?: true
  /** Checks and normalises what was entered. */
  schema: z.ZodType<string, string>
}

/** What a target is: everything about an outside place but the sending itself, which is the server's. */
export interface TargetRules<Body extends DeliveryBody> {
  /** What people call it. */
  words: string
  /** In one sentence, what is sent there. */
  about: string
  settings: Readonly<Record<string, Setting>>
  /** Whether forms choose among its connections. */
  chosen: boolean
  /** What a submission sends to one connection, and why; `chosen` says why the connection is meant at all. */
  plan(soFar: PlanSoFar, connection: Connection | null, chosen: string): PlannedDelivery[]
  body(planned: PlannedDelivery, sent: Sent): Body
  /** What is sent where a member changes a contact; left out by a target that hears of submissions alone. */
  follow?(contact: WrittenRecord, company: WrittenRecord | null): Body
  /** What is left of a body once whoever it tells of is erased: where it went, and nothing of what it said. */
  nameless(body: Body): Body
  /** What a delivery is, in a line; and all of what is sent, to be read. */
  explain(body: Body): { line: string; text: string }
}
