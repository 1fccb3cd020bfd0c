import { z } from 'zod'
import { type KindRules, partOf, readLine } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'
import { inParts, partsSchema, wholeSchema } from '../parts'

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

const asked = (labels: PersonName) => PARTS.map((name) => ({ name, label: labels[name] }))

/** A record of `first` and `last`; only both together meet a required question. */
export const rules: KindRules<PersonName> = {
  ...inParts<PersonName>(asked, (raw) => readLine(raw, LONGEST)),
  show: (answer) => PARTS.flatMap((part) => partOf(answer, part) ?? []).join(' '),
}

const schemas = Object.fromEntries(PARTS.map((part) => [part, { type: 'string', minLength: 1, maxLength: LONGEST }]))

export const manner: KindManner<PersonName> = {
  words: 'Name, first and last',
  suggestedBy: { words: /^(your |full )?name\b/i, sureness: 3 },
  must: () => 'first and last name',
  domain: (labels) => ({
    is: 'record',
    parts: asked(labels).map((part) => ({ ...part, domain: AS_TEXT.domain() })),
  }),
  schema: () => partsSchema(schemas),
  requiredSchema: () => wholeSchema(schemas),
  width: 'full',
  fillable: true,
  unsummed: true,
}
