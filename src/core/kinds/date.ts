import { type KindRules, refuse } from '../answers/answer'
import { DAYS, showDay } from '../answers/day'
import {
  type DayLimits,
  dayLimitSettings,
  daysFrom,
  tellDayLimits,
  unsaid,
  weekdayProblem,
} from '../answers/day_limits'
import type { KindManner } from '../answers/kind'
import { checkSpan, contradictionsIn, spanSchema } from '../answers/span'

/** Settings of a date question. */
export const settings = () => dayLimitSettings()

/** A day of the calendar, as HTML date inputs send it. */
export const rules: KindRules<DayLimits> = {
  check(raw, limits, facts) {
    const checked = checkSpan(raw, [limits, daysFrom(facts?.now, limits)], DAYS, facts?.speech?.locale)
    const problem = checked.ok && checked.answer !== null ? weekdayProblem(String(checked.answer), limits) : null
    return problem ? refuse(problem) : checked
  },
  show: (answer, _, { locale }) => showDay(String(answer), locale),
}

export const manner: KindManner<DayLimits> = {
  words: 'Date',
  texts: ['not_day', 'too_early', 'too_late', 'weekdays_only'],
  suggestedBy: { words: /\b(when|which day|what day|date|birthday)\b/i, sureness: 3 },
  must: (limits) => tellDayLimits('date', limits),
  domain: ({ earliest, latest }) => ({ is: 'day', least: earliest, most: latest }),
  schema: (limits) => ({ ...spanSchema(limits, DAYS), ...unsaid(limits) }),
  width: 'half',
  fillable: true,
  contradictions: (span) => contradictionsIn(span, DAYS),
}
