import { z } from 'zod'
import { accept, type Checked, type Problem, readText, refuse } from './answer'
import { boundPattern } from './bounds'
import type { Contradiction } from './kind'
import type { JsonSchema } from './json_schema'

/** What kinds have in common whose answers are texts that sort as what they say does: days and times. */

/** The first and the last that may be given, both of them included. */
export interface Span {
  earliest: string | null
  latest: string | null
}

/** What lies in both of two spans. */
export const narrowest = (one: Span, other: Span): Span => ({
  earliest: farther(one.earliest, other.earliest, (a, b) => (a > b ? a : b)),
  latest: farther(one.latest, other.latest, (a, b) => (a < b ? a : b)),
})

const farther = (one: string | null, other: string | null, choose: (a: string, b: string) => string): string | null =>
  one === null || other === null ? (one ?? other) : choose(one, other)

/** One sort of such texts. */
export interface SpanOf {
  /** What one is called: “day”. */
  what: string
  /** Source of a regular expression that matches those there are. */
  pattern: string
  example: string
  /** What is wrong with anything else. */
  problem: Problem
  /** One in words, as people tell it there. */
  show(text: string, locale?: string): string
}

export function spanSettings({ what, pattern, example }: SpanOf) {
  const one = () => z.string().regex(new RegExp(pattern), `Give a ${what}, as ${example}`).nullable().default(null)
  return {
    earliest: one().describe(`First ${what} that may be given`),
    latest: one().describe(`Last ${what} that may be given`),
  }
}

/** Checks one that must lie in each of the spans. */
export function checkSpan(
  raw: unknown,
  spans: readonly Span[],
  { pattern, problem, show }: SpanOf,
  locale: string | undefined,
): Checked {
  const read = readText(raw, 100)
  if (!read.ok || read.answer === null) return read.ok ? read : refuse(problem)
  const text = String(read.answer)
  if (!new RegExp(pattern).test(text)) return refuse(problem)
  for (const { earliest, latest } of spans) {
    if (earliest !== null && text < earliest) return refuse({ code: 'too_early', earliest: show(earliest, locale) })
    if (latest !== null && text > latest) return refuse({ code: 'too_late', latest: show(latest, locale) })
  }
  return accept(text)
}

export const spanSchema = ({ earliest, latest }: Span, { pattern }: SpanOf): JsonSchema => ({
  type: 'string',
  allOf: [
    { pattern },
    ...(earliest === null ? [] : [{ pattern: boundPattern(earliest, 'least') }]),
    ...(latest === null ? [] : [{ pattern: boundPattern(latest, 'most') }]),
  ],
})

export const contradictionsIn = ({ earliest, latest }: Span, { what }: SpanOf): Contradiction[] =>
  earliest !== null && latest !== null && earliest > latest
    ? [{ path: ['latest'], message: `The last ${what} is before the first` }]
    : []

/** What an answer must be: `what`, and the first and the last that may be given. */
export function mustBe(what: string, { earliest, latest }: Span, { show }: SpanOf): string {
  const from = earliest === null ? '' : ` from ${show(earliest)}`
  return `${what}${from}${latest === null ? '' : ` to ${show(latest)}`}`
}
