import type { KindRules } from '../answer'
import type { KindManner } from '../kind'
import { checkSpan, contradictionsIn, type Span, type SpanOf, spanSchema, spanSettings } from '../span'
import { TIME } from '../time'

const TIMES: SpanOf = {
  what: 'time',
  pattern: TIME,
  example: '14:30',
  problem: { code: 'unlike', what: 'a time of the day', example: '14:30' },
  show: (time) => time,
}

/** Settings of a question for a time of the day. */
export const settings = () => spanSettings(TIMES)

/** A time of the day to the minute, as HTML time inputs send it. */
export const rules: KindRules<Span> = {
  check: (raw, span) => checkSpan(raw, span, TIMES),
  show: String,
}

export const manner: KindManner<Span> = {
  words: 'Time',
  suggestedBy: { words: /\b(what time|which time|at what hour|time of day)\b/i, sureness: 4 },
  must({ earliest, latest }) {
    if (earliest !== null && latest !== null) return `time, ${earliest}–${latest}`
    if (earliest !== null) return `time from ${earliest}`
    return latest === null ? 'time' : `time to ${latest}`
  },
  domain: ({ earliest, latest }) => ({ is: 'time', least: earliest, most: latest }),
  schema: (span) => spanSchema(span, TIMES),
  width: 'half',
  fillable: true,
  contradictions: (span) => contradictionsIn(span, TIMES),
}
