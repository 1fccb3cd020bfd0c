import { z } from 'zod'
import { type KindRules, partOf, readLine } from '../answers/answer'
import { AS_TEXT, type KindManner } from '../answers/kind'
import { type AskedPart, inParts, partsSchema, type TwoBoxes, twoBoxesSettings, wholeSchema } from '../answers/parts'

/** Longest name, or part of one, in characters. */
const LONGEST = 100

/** Settings of a question for a name: in two parts, or as people write it, in one. */
export const settings = () => ({
  boxes: z.enum(['two', 'one']).default('two').describe('Whether first and last name are asked apart'),
  ...twoBoxesSettings('First name', 'Last name'),
})

interface PersonName extends TwoBoxes {
  boxes: 'two' | 'one'
}

const asked = ({ boxes, first, last, firstShownAs, lastShownAs }: PersonName): AskedPart[] =>
  boxes === 'one'
    ? [{ name: 'full', label: 'Full name' }]
    : [
        { name: 'first', label: first, called: firstShownAs },
        { name: 'last', label: last, called: lastShownAs },
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
