import type { KindRules } from '../answer'
import { DAY, showDay } from '../day'
import type { KindManner } from '../kind'
import { checkSpan, contradictionsIn, type Span, type SpanOf, spanSchema, spanSettings } from '../span'

const DAYS: SpanOf = {
  what: 'day',
  pattern: DAY,
  example: '2026-09-14',
  problem: { code: 'unlike', what: 'a day that exists', example: '2026-09-14' },
  show: showDay,
}

/** Settings of a date question. */
export const settings = () => spanSettings(DAYS)

/** A day of the calendar, as HTML date inputs send it. */
export const rules: KindRules<Span> = {
  check: (raw, span) => checkSpan(raw, span, DAYS),
  show: (answer) => showDay(String(answer)),
}

export const manner: KindManner<Span> = {
  words: 'Date',
  suggestedBy: { words: /\b(when|which day|what day|date|birthday)\b/i, sureness: 3 },
  must({ earliest, latest }) {
    const from = earliest === null ? '' : ` from ${showDay(earliest)}`
    return `date${from}${latest === null ? '' : ` to ${showDay(latest)}`}`
  },
  domain: ({ earliest, latest }) => ({ is: 'day', least: earliest, most: latest }),
  schema: (span) => spanSchema(span, DAYS),
  width: 'half',
  fillable: true,
  contradictions: (span) => contradictionsIn(span, DAYS),
}
