import { z } from 'zod'
import { accept, type Answer, isBlank, isEmpty, isRecord, type KindRules, partOf, readLine, refuse } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'

const PARTS = ['first', 'last'] as const

/** Longest first or last name, in characters. */
const LONGEST = 100

/** Settings of a question for a name in two parts. */
export const settings = () => ({
  first: z.string().trim().min(1).max(60).default('First name').describe('What visitors see above the first part'),
  last: z.string().trim().min(1).max(60).default('Last name').describe('What visitors see above the last part'),
})

interface PersonName {
  first: string
  last: string
}

/** A record of `first` and `last`; only both together meet a required question. */
export const rules: KindRules<PersonName> = {
  check(raw) {
    if (isEmpty(raw)) return accept(null)
    if (!isRecord(raw as Answer)) return refuse({ code: 'not_text' })
    const parts: Record<string, Answer> = {}
    for (const part of PARTS) {
      const read = readLine(partOf(raw as Answer, part), LONGEST)
      if (!read.ok) return read
      if (!isBlank(read.answer)) parts[part] = read.answer
    }
    return accept(Object.keys(parts).length > 0 ? parts : null)
  },
  show: (answer) => PARTS.flatMap((part) => partOf(answer, part) ?? []).join(' '),
  satisfies: (answer) => PARTS.every((part) => !isBlank(partOf(answer, part))),
  missing(answer, labels) {
    const part = PARTS.find((one) => isBlank(partOf(answer, one)))
    return isBlank(answer) || !part ? { code: 'missing' } : { code: 'part_missing', part: labels[part] }
  },
}

const schema = {
  type: 'object',
  properties: Object.fromEntries(PARTS.map((part) => [part, { type: 'string', minLength: 1, maxLength: LONGEST }])),
  additionalProperties: false,
  minProperties: 1,
}

export const manner: KindManner<PersonName> = {
  words: 'Name, first and last',
  suggestedBy: { words: /^(your |full )?name\b/i, sureness: 3 },
  must: () => 'first and last name',
  domain: (labels) => ({
    is: 'record',
    parts: PARTS.map((name) => ({ name, label: labels[name], domain: AS_TEXT.domain() })),
  }),
  schema: () => schema,
  requiredSchema: () => ({ ...schema, required: PARTS }),
  width: 'full',
  fillable: true,
  unsummed: true,
}
