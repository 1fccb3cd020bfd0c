import type { KindRules } from '../answers/answer'
import type { KindManner } from '../answers/kind'
import { checkSpan, contradictionsIn, spanSchema } from '../answers/span'
import { showTime } from '../answers/time'
import {
  TIMES,
  type TimeLimits,
  tellTimeLimits,
  timeLimitSettings,
  timesFrom,
  unsaidOfTimes,
} from '../answers/time_limits'

/** Settings of a question for a time of the day. */
export const settings = () => timeLimitSettings()

/** A time of the day to the minute, as HTML time inputs send it. */
export const rules: KindRules<TimeLimits> = {
  check: (raw, limits, facts) => checkSpan(raw, [limits, timesFrom(facts?.now, limits)], TIMES, facts?.speech?.locale),
  show: (answer, _, { locale }) => showTime(String(answer), locale),
}

export const manner: KindManner<TimeLimits> = {
  words: 'Time',
  texts: ['not_time', 'too_early', 'too_late'],
  suggestedBy: { words: /\b(what time|which time|at what hour|time of day)\b/i, sureness: 4 },
  must: tellTimeLimits,
  domain: ({ earliest, latest }) => ({ is: 'time', least: earliest, most: latest }),
  schema: (limits) => ({ ...spanSchema(limits, TIMES), ...unsaidOfTimes(limits) }),
  width: 'half',
  fillable: true,
  contradictions: (span) => contradictionsIn(span, TIMES),
}
