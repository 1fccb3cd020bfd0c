import {
  accept,
  type Answer,
  type Checked,
  type Facts,
  isBlank,
  isEmpty,
  isRecord,
  type KindRules,
  partOf,
  refuse,
} from './answer'
import { z } from 'zod'
import type { Telling } from '../language/texts'
import { forVisitors } from './for_visitors'
import type { JsonSchema } from './json_schema'
import { shownAsSchema } from './shown_as'

/** What kinds have in common whose answers are records of named parts. */

/** One part that is asked, and what people call it. */
export interface AskedPart {
  name: string
  label: string
  /** What visitors read instead, if anything. */
  called?: Telling[string] | undefined
}

/**
 * Rules of a record: each part is read by itself, a blank one is left out, and only all of them together meet a
 * required question. Parts that are not asked are ignored.
 */
export const inParts = <S>(
  partsOf: (settings: S) => readonly AskedPart[],
  read: (raw: Answer, part: string, settings: S, facts?: Facts) => Checked,
) =>
  ({
    check(raw: unknown, settings: S, facts?: Facts): Checked {
      if (isEmpty(raw)) return accept(null)
      if (!isRecord(raw as Answer)) return refuse({ code: 'not_text' })
      const parts: Record<string, Answer> = {}
      for (const { name } of partsOf(settings)) {
        const checked = read(partOf(raw as Answer, name), name, settings, facts)
        if (!checked.ok) return checked
        if (!isBlank(checked.answer)) parts[name] = checked.answer
      }
      return accept(Object.keys(parts).length > 0 ? parts : null)
    },
    satisfies: (answer, settings) => partsOf(settings).every(({ name }) => !isBlank(partOf(answer, name))),
    missing(answer, settings) {
      const part = partsOf(settings).find(({ name }) => isBlank(partOf(answer, name)))
      return isBlank(answer) || !part ? { code: 'missing' } : { code: 'part_missing', part: part.called || part.label }
    },
  }) satisfies Partial<KindRules<S>>

/** What stands above two boxes: what they are called, and how the page puts it. */
export interface TwoBoxes {
  first: string
  last: string
  firstShownAs?: string
  lastShownAs?: string
}

const calledSchema = (usual: string) =>
  forVisitors(z.string().trim().min(1).max(60))
    .default(usual)
    .describe('What it is called; visitors see it above the box, unless it is shown as something else')

/** Settings of a kind that asks for two things side by side. */
export const twoBoxesSettings = (first: string, last: string) => ({
  first: calledSchema(first),
  last: calledSchema(last),
  firstShownAs: shownAsSchema(),
  lastShownAs: shownAsSchema(),
})

/** JSON Schema of such a record, by the schemas of its parts. */
export const partsSchema = (properties: Readonly<Record<string, JsonSchema>>): JsonSchema => ({
  type: 'object',
  properties,
  additionalProperties: false,
  minProperties: 1,
})

/** The same where it meets a required question. */
export const wholeSchema = (properties: Readonly<Record<string, JsonSchema>>): JsonSchema => ({
  ...partsSchema(properties),
  required: Object.keys(properties),
})
