import { forVisitors } from '../for_visitors'
import { z } from 'zod'
import { type KindRules, partOf, readLine } from '../answer'
import { AS_TEXT, type KindManner } from '../kind'
import { inParts, partsSchema, wholeSchema } from '../parts'

/** Longest name, or part of one, in characters. */
const LONGEST = 100

const label = (usual: string) => forVisitors(z.string().trim().min(1).max(60)).default(usual)

/** Settings of a question for a name: in two parts, or as people write it, in one. */
export const settings = () => ({
  boxes: z.enum(['two', 'one']).default('two').describe('Whether first and last name are asked apart'),
  first: label('First name').describe('What visitors see above the first part'),
  last: label('Last name').describe('What visitors see above the last part'),
})

interface PersonName {
  boxes: 'two' | 'one'
  first: string
  last: string
}

const asked = ({ boxes, first, last }: PersonName) =>
  boxes === 'one'
    ? [{ name: 'full', label: 'Full name' }]
    : [
        { name: 'first', label: first },
        { name: 'last', label: last },
      ]

/** A record of `first` and `last`, which only together meet a required question; or of `full` alone. */
export const rules: KindRules<PersonName> = {
  ...inParts<PersonName>(asked, (raw) => readLine(raw, LONGEST)),
  show: (answer) => ['first', 'last', 'full'].flatMap((part) => partOf(answer, part) ?? []).join(' '),
}

const schemas = (name: PersonName) =>
  Object.fromEntries(asked(name).map((part) => [part.name, { type: 'string', minLength: 1, maxLength: LONGEST }]))

export const manner: KindManner<PersonName> = {
  words: 'Name',
  texts: ['part_missing'],
  suggestedBy: { words: /^((your |full )?name\b|who (are you|is it)|whom (do|shall|should) we)/i, sureness: 3 },
  must: ({ boxes }) => (boxes === 'one' ? 'full name' : 'first and last name'),
  domain: (name) => ({ is: 'record', parts: asked(name).map((part) => ({ ...part, domain: AS_TEXT.domain() })) }),
  schema: (name) => partsSchema(schemas(name)),
  requiredSchema: (name) => wholeSchema(schemas(name)),
  width: 'full',
  fillable: true,
  unsummed: true,
}
