import type { z } from 'zod'
import type { Answer, KindRules, Path } from './answer'
import type { Speech, TextKey } from '../language/texts'
import type { FilesAsked } from './files'
import type { JsonSchema } from './json_schema'
import type { Picture } from './pictures'

/** Every answer a question can have. Which tests fit follows from it: `logic/fitting.ts`. */
export type Domain =
  /** Choices; where it is `open`, anything else may be written instead. */
  | { is: 'one of'; values: readonly string[]; open: boolean }
  | {
      is: 'some of'
      values: readonly string[]
      open: boolean
      /** How many are chosen, where any are. */
      least?: number | null
      most?: number | null
      /** Those that are chosen by themselves only. */
      alone?: readonly string[]
    }
  | { is: 'number'; least: number | null; most: number | null; step: number | null }
  | { is: 'day'; least: string | null; most: string | null }
  | { is: 'time'; least: string | null; most: string | null }
  | { is: 'yes or no'; canBeBlank: boolean }
  | { is: 'text' }
  /** Addresses of files. */
  | { is: 'files' }
  /** Where it `ranks`, its parts are places, the best first; where it `ascends`, none of them is before another. */
  | { is: 'record'; parts: readonly Part[]; ranks?: true; ascends?: true }

/** A named part of an answer that has several. */
export interface Part {
  name: string
  label: string
  domain: Domain
}

/** Two settings that cannot both be meant. */
export interface Contradiction {
  path: (string | number)[]
  message: string
}

/** What a kind knows beside its rules: the studio and the server ask it, a visitor's page never does. */
export interface KindManner<S> {
  /** What people call the kind. */
  words: string
  /** Wording that suggests the kind, and how surely: of those that occur the surest wins. */
  suggestedBy?: { words: RegExp; sureness: number }
  /** What an answer must be, in a few words. */
  must(settings: S): string
  /** Every answer that `check` lets through. */
  domain(settings: S): Domain
  /** What stands in one of its parts, in words; left out where that says itself. */
  showPart?(part: string, answer: Answer, settings: S, speech: Speech): string
  /** JSON Schema of a given (not blank) answer; accepts exactly what `check` accepts once tidied. */
  schema(settings: S): JsonSchema
  /** JSON Schema of an answer that meets a required question, where that is less. */
  requiredSchema?(settings: S): JsonSchema
  /** How wide it is asked, where nobody says otherwise. */
  width: Width
  /** Whether people write into one box, which can show a word or two until they do. */
  typed?: boolean
  /** Whether it may be filled for somebody; what people agree to never is. */
  fillable: boolean
  /** Whether its answers stay out of a form's numbers: they say who somebody is, and nothing of many. */
  unsummed?: boolean
  /** Whether a person can be matched by its answer. */
  isAddress?: boolean
  /** The exact text agreed to, of a kind that asks for consent. */
  agreement?(settings: S): string
  /** Settings that a new question begins with, beside the defaults. */
  begin?(label: string): Readonly<Record<string, unknown>>
  /** Whether visitors never see it: their page then knows nothing of it, unless something there looks at it. */
  unseen?(settings: S): boolean
  /** Texts that its rules tell, beside those that every kind may. */
  texts?: readonly TextKey[]
  /** Whether its answers are phone numbers, in the form of E.164. */
  isPhone?: true
  /** Pictures that it shows. */
  pictures?(settings: S): Picture[]
  /** What may be sent for it, where answering means sending files. */
  files?(settings: S): FilesAsked
  /** Settings that a visitor’s page gets in another form than they are set. */
  forPage?(settings: S): Readonly<Record<string, unknown>>
  /** The kind that a page takes it for, by whose script: what is wrong with an answer then only the server says. */
  onPage?: 'company'
  /** Paths of the values that it is computed from. */
  looksAt?(settings: S): Path[]
  /** What changes in its settings when one of them is called something else. */
  renamed?(settings: S, from: string, to: string): Readonly<Record<string, unknown>>
  /** Pairs of settings that contradict each other. */
  contradictions?(settings: S): Contradiction[]
  /** What keeps a question from being asked as it is, to be said after its label. */
  faults?(settings: S): string[]
}

/** How much of the page's width a question takes; those that fit stand side by side. */
export const WIDTHS = ['full', 'two_thirds', 'half', 'third'] as const

export type Width = (typeof WIDTHS)[number]

/** What kinds have in common whose answers are any text. */
export const AS_TEXT = {
  domain: () => ({ is: 'text' }),
  width: 'full',
  typed: true,
  fillable: true,
} satisfies Partial<KindManner<object>>

/** A file in `kinds/`. */
export interface KindFile<Shape extends z.ZodRawShape = z.ZodRawShape> {
  settings(): Shape
  rules: KindRules<never>
  manner: KindManner<never>
}
