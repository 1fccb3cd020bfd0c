import type { z } from 'zod'
import type { Answers } from '../answers/answer'
import type { RecordField } from '../fields/field'
import type { Origin, Origins } from './origin'

/** Answers that were sent before, with where they came from. */
export interface SentBefore {
  values: Answers
  origins: Origins
}

/** What is known of a visitor before they type. */
export interface Known {
  /** The link's parameters: claims. */
  link: Readonly<Record<string, string>>
  /** Stored fields of the holder of a personal link; `null` for everyone else, whoever they say they are. */
  record: Answers | null
  /** What they sent in the form that led them to this one. */
  formBefore?: SentBefore | null
  /** Address of the page the visitor came from, as their browser tells. */
  pageBefore: string | null
}

/** What a source has for a value, not yet checked, and where it is from. */
export interface Found {
  raw: unknown
  origin: Origin
}

/** What a source of fills is: where a value can come from before anyone types. */
export interface SourceRules<S> {
  /** What menus call it. */
  words: string
  /** How far what it gives is trusted, where nobody trusts it less already. */
  origin: Origin
  /** Settings that a new fill begins with, for a value of this name; `fields` are the contact’s. */
  begin(name: string, fields: readonly RecordField[]): Readonly<Record<string, unknown>>
  /** What it has for a value; a blank where it knows nothing. */
  look(settings: S, known: Known): Found
  /** One fill in the ledger, what tells the most first: “utm_campaign · link”. `fields` are the workspace’s. */
  describe(settings: S, fields: readonly RecordField[]): string
  /** The contact’s field that it reads. */
  field?(settings: S): string
  /** The parameter of a link that it reads. */
  parameter?(settings: S): string
}

/** A file in this folder. */
export interface SourceFile<Shape extends z.ZodRawShape = z.ZodRawShape> {
  settings(): Shape
  rules: SourceRules<never>
}
