import { z } from 'zod'
import { accept, type KindRules, readText, refuse } from '../answer'
import { boundPattern } from '../bounds'
import type { KindManner } from '../kind'
import { isTime, TIME } from '../time'

const timeSchema = () => z.string().regex(new RegExp(TIME), 'Give a time, as 14:30').nullable().default(null)

/** Settings of a question for a time of the day. */
export const settings = () => ({
  earliest: timeSchema().describe('First time that may be given'),
  latest: timeSchema().describe('Last time that may be given'),
})

interface TimeSettings {
  earliest: string | null
  latest: string | null
}

const NOT_A_TIME = { code: 'unlike', what: 'a time of the day', example: '14:30' } as const

/** A time of the day to the minute, as HTML time inputs send it. */
export const rules: KindRules<TimeSettings> = {
  check(raw, { earliest, latest }) {
    const read = readText(raw, 100)
    if (!read.ok || read.answer === null) return read.ok ? read : refuse(NOT_A_TIME)
    if (!isTime(read.answer)) return refuse(NOT_A_TIME)
    if (earliest !== null && read.answer < earliest) return refuse({ code: 'too_early', earliest })
    if (latest !== null && read.answer > latest) return refuse({ code: 'too_late', latest })
    return accept(read.answer)
  },
  show: String,
}

export const manner: KindManner<TimeSettings> = {
  words: 'Time',
  suggestedBy: { words: /\b(what time|which time|at what hour|time of day)\b/i, sureness: 4 },
  must({ earliest, latest }) {
    if (earliest !== null && latest !== null) return `time, ${earliest}–${latest}`
    if (earliest !== null) return `time from ${earliest}`
    return latest === null ? 'time' : `time to ${latest}`
  },
  domain: ({ earliest, latest }) => ({ is: 'time', least: earliest, most: latest }),
  schema: ({ earliest, latest }) => ({
    type: 'string',
    allOf: [
      { pattern: TIME },
      ...(earliest === null ? [] : [{ pattern: boundPattern(earliest, 'least') }]),
      ...(latest === null ? [] : [{ pattern: boundPattern(latest, 'most') }]),
    ],
  }),
  width: 'half',
  fillable: true,
  contradictions: ({ earliest, latest }) =>
    earliest !== null && latest !== null && earliest > latest
      ? [{ path: ['latest'], message: 'The last time is before the first' }]
      : [],
}
