import type { z } from 'zod'
import type { Answers, Moment, Path } from '../answers/answer'
import type { RecordField, RecordType } from '../fields/field'
import type { LinkParameters } from '../answers/link_parameters'
import type { Origin, Origins } from './origin'

/** Answers that were sent before, with where they came from. */
export interface SentBefore {
  values: Answers
  origins: Origins
}

/** What is stored of somebody, as far as a form may tell it to them. */
export interface Stored {
  /** Fields of their own record, of the company they belong to, and of the deal and the request opened for them last. */
  records: Readonly<Partial<Record<RecordType, Answers>>>
  /** Names of the lists they are on. */
  lists: readonly string[]
  /** The day on which they last sent a form (`YYYY-MM-DD`), by an address of that form. */
  sent: Readonly<Record<string, string>>
  /** The day on which fields were last set (`YYYY-MM-DD`), as `contact.ware`: of those that were asked for. */
  since?: Readonly<Record<string, string>>
  /** Their referral code; left out where nobody asked. */
  code?: string | null
}

/** What a browser tells of itself; `null` for what it does not. */
export interface BrowserFacts {
  /** The language it prefers (BCP 47). */
  language: string | null
  /** The time zone it is in, by its IANA name. Only the page's script can tell. */
  zone: string | null
  /** What its screen is most like. Only the page's script can tell. */
  screen: Screen | null
}

/** Sorts of screen by their shorter side: a hand's, a lap's, a desk's. */
export const SCREENS = ['phone', 'tablet', 'desk'] as const

export type Screen = (typeof SCREENS)[number]

/** What the server sees of whoever asks. */
export interface ServerFacts {
  /** The moment in the workspace's zone. */
  now: Moment
  /** The network they ask from; whole, and with what tells one household from another left out. */
  network: { whole: string; shortened: string } | null
  /** The country a proxy of ours says they are in (ISO 3166-1): a hint. */
  country: string | null
}

/** What the form says of itself. */
export interface FormFacts {
  /** The part of its address that is its own. */
  address: string
  /** Number of the release. */
  release: number
  /** The language it is read in (BCP 47). */
  language: string
}

/** What only landing settles. */
export interface LandingFacts {
  /** Takes the number that is next; `null` where none is given, as to a test. */
  number(): number | null
  /** The sender’s referral code, given now where they had none; `null` for nobody. */
  code(): string | null
  /** What the desks that are told are called. */
  desks(): readonly string[]
}

/** What is known of a visitor before they type, and of their answer once it is sent and lands. */
export interface Known {
  link: LinkParameters
  /** What is stored of the holder of a personal link, or of whom the browser remembers; `null` for everyone else, whoever they say they are. */
  holder: Stored | null
  /** What they sent in the form that led them to this one. */
  formBefore: SentBefore | null
  /** Address of the page the visitor came from, as their browser tells. */
  pageBefore: string | null
  /** Address of the page that frames the form, as their browser tells. */
  framedBy: string | null
  browser: BrowserFacts
  server: ServerFacts | null
  form: FormFacts | null
  /** Draws so many characters at random for a value of this answer, the same ones each time; `null` until it is sent. */
  draw: ((name: string, length: number) => string) | null
  /** `null` until it lands. */
  landing: LandingFacts | null
}

/** Of whom nothing is known. */
export const NOTHING_KNOWN: Known = {
  link: {},
  holder: null,
  formBefore: null,
  pageBefore: null,
  framedBy: null,
  browser: { language: null, zone: null, screen: null },
  server: null,
  form: null,
  draw: null,
  landing: null,
}

/** What a source has for a value, not yet checked, and where it is from. */
export interface Found {
  raw: unknown
  origin: Origin
}

/** Of a value that is being filled: what it is called, and what those before it were filled with. */
export interface SoFar extends SentBefore {
  name: string
}

/** What only the page's script can tell of a browser. */
export type PageFact = 'zone' | 'screen'

/** What of someone's stored data a source reads. */
export type StoredRead =
  | { read: 'field'; record: RecordType; field: string }
  | { read: 'list'; list: string }
  /** The day they last sent a form; `form` is empty for the same form. */
  | { read: 'sent'; form: string }
  | { read: 'code' }

/** What a workspace has that fills can name. */
export interface Offered {
  fields: readonly RecordField[]
  lists: readonly { name: string; title: string }[]
}

/** What a source of fills is: where a value can come from before anyone types. */
export interface SourceRules<S> {
  /** What menus call it. */
  words: string
  /** How far what it gives is trusted, where nobody trusts it less already. */
  origin: Origin
  /** Settings that a new fill begins with, for a value of this name. */
  begin(name: string, offered: Offered): Readonly<Record<string, unknown>>
  /** What it has for a value; a blank where it knows nothing, and `later` where it will, but not yet. */
  look(settings: S, known: Known, soFar: SoFar): Found | 'later'
  /** One fill in the ledger, what tells the most first: “utm_campaign · link”. */
  describe(settings: S, offered: Offered): string
  /** When it is known, where that is not before anyone types: once the answer is sent, or once it lands. */
  knownOnce?(settings: S): 'sent' | 'landed' | null
  /** Whether it is known from the first of whoever is known themselves, so that a page may say it to them. */
  sooner?: true
  /** What it reads of somebody’s stored data. */
  stored?(settings: S): StoredRead
  /** The parameter of a link that it reads. */
  parameter?(settings: S): string
  /** What of it only the page’s script can tell. */
  onPage?(settings: S): PageFact | null
  /** Paths of the values that it is computed from. */
  looksAt?(settings: S): Path[]
  /** The same with a value called something else. */
  renamed?(settings: S, from: string, to: string): Readonly<Record<string, unknown>>
  /** What is wrong with its settings, as the rest of a sentence. */
  faults?(settings: S): string[]
}

/** A file in this folder. */
export interface SourceFile<Shape extends z.ZodRawShape = z.ZodRawShape> {
  settings(): Shape
  rules: SourceRules<never>
}
