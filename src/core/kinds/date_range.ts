import { type Answer, type KindRules, partOf, refuse } from '../answers/answer'
import { DAYS, showDay } from '../answers/day'
import { type DayLimits, dayLimitSettings, tellDayLimits } from '../answers/day_limits'
import type { KindManner } from '../answers/kind'
import { type AskedPart, inParts, partsSchema, type TwoBoxes, twoBoxesSettings, wholeSchema } from '../answers/parts'
import { contradictionsIn, spanSchema } from '../answers/span'
import { rules as date } from './date'

/** Settings of a question for the days from one to another. */
export const settings = () => ({
  ...dayLimitSettings(),
  ...twoBoxesSettings('From', 'To'),
})

type DateRange = DayLimits & TwoBoxes

const asked = ({ first, last, firstShownAs, lastShownAs }: TwoBoxes): AskedPart[] => [
  { name: 'from', label: first, called: firstShownAs },
  { name: 'to', label: last, called: lastShownAs },
]

const record = inParts<DateRange>(asked, (raw, _, limits, facts) => date.check(raw, limits, facts))

const dayAt = (answer: Answer, part: string): string => String(partOf(answer, part) ?? '')

/** A record of `from` and `to`, both days included, `to` never before `from`. One alone leaves an end open. */
export const rules: KindRules<DateRange> = {
  ...record,
  check(raw, limits, facts) {
    const checked = record.check(raw, limits, facts)
    if (!checked.ok || checked.answer === null) return checked
    const [from, to] = [dayAt(checked.answer, 'from'), dayAt(checked.answer, 'to')]
    return from && to && to < from ? refuse({ code: 'wrong_way_round' }) : checked
  },
  show(answer, _, speech) {
    const [from, to] = [dayAt(answer, 'from'), dayAt(answer, 'to')].map((day) => showDay(day, speech.locale))
    if (!from || !to) return from ? speech.tell('from_day', { from }) : speech.tell('until_day', { to: to ?? '' })
    return from === to ? from : speech.tell('day_span', { from, to })
  },
}

/** What a schema cannot say of two days. */
const UNSAID = {
  $comment:
    'That the last day is not before the first, and limits that depend on the day it is asked on, or on the day of the week, a schema cannot say.',
}

const schemas = (span: DateRange) => ({ from: spanSchema(span, DAYS), to: spanSchema(span, DAYS) })

export const manner: KindManner<DateRange> = {
  words: 'Range of dates',
  texts: [
    'not_day',
    'too_early',
    'too_late',
    'weekdays_only',
    'wrong_way_round',
    'part_missing',
    'from_day',
    'until_day',
    'day_span',
  ],
  suggestedBy: { words: /\b(from when|how long|which days|dates|period|stay)\b/i, sureness: 4 },
  must: (limits) => tellDayLimits('two dates', limits),
  domain: (range) => ({
    is: 'record',
    ascends: true,
    parts: asked(range).map((part) => ({ ...part, domain: { is: 'day', least: range.earliest, most: range.latest } })),
  }),
  schema: (range) => ({ ...partsSchema(schemas(range)), ...UNSAID }),
  requiredSchema: (range) => ({ ...wholeSchema(schemas(range)), ...UNSAID }),
  width: 'full',
  fillable: true,
  contradictions: (span) => contradictionsIn(span, DAYS),
}
