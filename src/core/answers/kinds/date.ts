import type { KindRules } from '../answer'
import { DAYS, showDay } from '../day'
import type { KindManner } from '../kind'
import { checkSpan, contradictionsIn, mustBe, type Span, spanSchema, spanSettings } from '../span'

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
  must: (span) => mustBe('date', span, DAYS),
  domain: ({ earliest, latest }) => ({ is: 'day', least: earliest, most: latest }),
  schema: (span) => spanSchema(span, DAYS),
  width: 'half',
  fillable: true,
  contradictions: (span) => contradictionsIn(span, DAYS),
}
