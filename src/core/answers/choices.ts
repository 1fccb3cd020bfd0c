import { saidToVisitors } from './for_visitors'
import { z } from 'zod'
import { accept, type Answer, type Checked, isEmpty, isList, isRecord, readLine, refuse } from './answer'
import type { Speech } from '../language/texts'
import type { Contradiction, KindManner } from './kind'
import { hashText } from './hash_text'
import { CROPPED, type Picture, pictureSchema } from './pictures'
import { labelOfOption, MOST_OPTIONS, type Option, wordedOptionShape } from './options'

/** What kinds have in common that let visitors choose: options, and a way to write what is not among them. */

export interface Choice extends Option {
  caption: string
  picture?: Picture | null
  off: boolean
}

export interface Choices {
  options: readonly Choice[]
  /** What stands before the box for anything else; empty where there is none. */
  other: string
}

const choiceShape = () => ({
  ...wordedOptionShape(),
  caption: saidToVisitors(z.string().trim().max(300)).default('').describe('Said below the wording'),
  picture: pictureSchema().nullable().default(null).describe('Shown where the options are laid out as pictures'),
  off: z.boolean().default(false).describe('Kept for the answers there are, and offered no more'),
})

/** Settings of a question that lets choose; `more` is what its options have beside. */
export const choicesSettings = <More extends z.ZodRawShape>(more: More) => ({
  options: z
    .array(z.strictObject({ ...choiceShape(), ...more }))
    .max(MOST_OPTIONS)
    .default([]),
  other: saidToVisitors(z.string().trim().max(100))
    .default('')
    .describe('Wording of a last option whose answer is written; empty for none'),
  shape: z.enum(CROPPED).default('square').describe('What the pictures of options are cropped to'),
  shuffled: z.boolean().default(false).describe('Whether each visitor gets the options in an order of their own'),
})

/** What a form sends for the option that is written: its text comes as the part of this name. */
export const OTHER = '_other'
export const OTHER_PART = 'other'

/** Longest written answer, in characters. */
const LONGEST = 200

export const offered = <C extends Choice>(options: readonly C[]): C[] => options.filter(({ off }) => !off)

export const offeredValues = ({ options }: Choices): string[] => offered(options).map(({ value }) => value)

/** What a raw input chooses, and what it writes for anything else; `null` where that is not chosen. */
export function readChosen(raw: unknown): { chosen: unknown[]; written: unknown } {
  const parts = isParts(raw) ? raw : { '': raw }
  const all = [parts['']].flat().filter((one) => !isEmpty(one))
  const chosen = all.filter((one) => one !== OTHER)
  return { chosen, written: chosen.length < all.length ? (parts[OTHER_PART] ?? '') : null }
}

/** Whether an input is one that a form sends of options beside a box; any other record chooses nothing there is. */
const isParts = (raw: unknown): raw is Record<string, unknown> =>
  isRecord(raw as Answer) && Object.keys(raw as object).every((part) => part === '' || part === OTHER_PART)

/** One choice as it is stored: an option's value, or what was written. */
export function checkChoice({ options, other }: Choices, one: unknown): Checked {
  const text = typeof one === 'string' ? one.trim() : one
  if (offered(options).some(({ value }) => value === text)) return accept(text as string)
  return other && typeof one === 'string' ? checkWritten(one) : refuse({ code: 'not_an_option' })
}

export function checkWritten(raw: unknown): Checked {
  const read = readLine(raw, LONGEST)
  if (!read.ok) return read
  return read.answer === null || read.answer === OTHER ? refuse({ code: 'write_other' }) : read
}

/** Chosen options as people read them; what was written as it was written. */
export const showChosen = (answer: Answer, { options }: Choices, speech: Speech): string =>
  speech.list(
    (isList(answer) ? answer : [answer]).map((value) =>
      value === null || typeof value === 'object' ? '' : labelOfOption(options, value),
    ),
  )

/** JSON Schema of one choice. */
export const choiceSchema = (question: Choices) =>
  question.other
    ? { type: 'string', minLength: 1, maxLength: LONGEST, not: { const: OTHER } }
    : { type: 'string', enum: offeredValues(question) }

/** Where what can be chosen is stored as something that stands for another already; `key` is the setting it stands in. */
export const repeatedValues = (options: readonly Option[], key: string): Contradiction[] =>
  options.flatMap(({ value }, index) =>
    options.findIndex((other) => other.value === value) < index
      ? [{ path: [key, index, 'value'], message: `Two ${key} are stored as “${value}”` }]
      : [],
  )

/**
 * What a page need not be told of options in its data: what it shows of them is in its markup already. One that is
 * chosen by itself is named by what is said of a wrong answer.
 */
export const lightOptions = ({ options }: { options: readonly (Choice & { alone?: boolean })[] }) => ({
  options: options.map(({ shownAs, ...option }) => ({
    ...option,
    ...(option.alone && { shownAs }),
    caption: '',
    picture: null,
  })),
})

/** The pictures of options, where they are laid out as such. */
export const picturesOfOptions = ({ options, look }: Choices & { look?: string }): Picture[] =>
  look === 'pictures' ? offered(options).flatMap(({ picture }) => picture ?? []) : []

/** What can be wrong with options. */
export const EXAMINED_CHOICES = {
  contradictions: ({ options }) => repeatedValues(options, 'options'),
  faults: ({ options }) => (offered(options).length === 0 ? ['has no options to choose from.'] : []),
} satisfies Partial<KindManner<Choices>>

/**
 * The same options in an order that the seed tells: the same for the same seed, and every order as likely as
 * any other over many (Fisher and Yates, drawing from a mulberry32 generator seeded by FNV-1a).
 */
export function shuffle<T>(items: readonly T[], seed: string): T[] {
  const draw = generatorFrom(seed)
  const shuffled = [...items]
  for (let last = shuffled.length - 1; last > 0; last--) {
    const other = Math.floor(draw() * (last + 1))
    ;[shuffled[last], shuffled[other]] = [shuffled[other] as T, shuffled[last] as T]
  }
  return shuffled
}

function generatorFrom(seed: string): () => number {
  let state = hashText(seed)
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}
