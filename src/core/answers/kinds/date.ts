import { z } from 'zod'
import { accept, type KindRules, readText, refuse } from '../answer'
import { boundPattern } from '../bounds'
import { DAY, isDay, showDay } from '../day'
import type { KindManner } from '../kind'

const daySchema = () => z.string().regex(new RegExp(DAY), 'Give a day, as 2026-09-14').nullable().default(null)

/** Settings of a date question. */
export const settings = () => ({
  earliest: daySchema().describe('First day that may be given'),
  latest: daySchema().describe('Last day that may be given'),
})

interface DateSettings {
  earliest: string | null
  latest: string | null
}

const NOT_A_DAY = { code: 'unlike', what: 'a day that exists', example: '2026-09-14' } as const

/** A day of the calendar, as HTML date inputs send it. */
export const rules: KindRules<DateSettings> = {
  check(raw, { earliest, latest }) {
    const read = readText(raw, 100)
    if (!read.ok || read.answer === null) return read.ok ? read : refuse(NOT_A_DAY)
    if (!isDay(read.answer)) return refuse(NOT_A_DAY)
    if (earliest !== null && read.answer < earliest) return refuse({ code: 'too_early', earliest: showDay(earliest) })
    if (latest !== null && read.answer > latest) return refuse({ code: 'too_late', latest: showDay(latest) })
    return accept(read.answer)
  },
  show: (answer) => showDay(String(answer)),
}

export const manner: KindManner<DateSettings> = {
  words: 'Date',
  suggestedBy: { words: /\b(when|which day|what day|date|birthday)\b/i, sureness: 3 },
  must({ earliest, latest }) {
    const from = earliest === null ? '' : ` from ${showDay(earliest)}`
    return `date${from}${latest === null ? '' : ` to ${showDay(latest)}`}`
  },
  domain: ({ earliest, latest }) => ({ is: 'day', least: earliest, most: latest }),
  schema: ({ earliest, latest }) => ({
    type: 'string',
    allOf: [
      { pattern: DAY },
      ...(earliest === null ? [] : [{ pattern: boundPattern(earliest, 'least') }]),
      ...(latest === null ? [] : [{ pattern: boundPattern(latest, 'most') }]),
    ],
  }),
  width: 'half',
  fillable: true,
  contradictions: ({ earliest, latest }) =>
    earliest !== null && latest !== null && earliest > latest
      ? [{ path: ['latest'], message: 'The last day is before the first' }]
      : [],
}
