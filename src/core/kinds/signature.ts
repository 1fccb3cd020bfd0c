import { accept, type Answer, type Given, isBlank, type KindRules, partOf, readLine } from '../answers/answer'
import { filesSchema, readFiles } from '../answers/files'
import { AS_TEXT, type KindManner } from '../answers/kind'
import { inParts, partsSchema } from '../answers/parts'

/** A signature has no settings of its own. */
export const settings = () => ({})

/** Longest name that is typed, in characters. */
const LONGEST = 100

const PARTS = [
  { name: 'drawn', label: 'Drawn' },
  { name: 'typed', label: 'Typed' },
] as const

interface Signature {
  /** Name of the question: what is drawn is sent to one. */
  name?: string
}

const record = inParts<Signature>(
  () => PARTS,
  (raw: Answer, part, { name = '' }, facts) =>
    part === 'drawn' ? readFiles(raw, name, 1, facts) : readLine(raw, LONGEST),
)

/** A name that was drawn, as a picture of it, or typed in its place; either is a signature. */
export const rules: KindRules<Signature> = {
  check(raw, signature, facts) {
    const checked = record.check(raw, signature, facts)
    if (!checked.ok) return checked
    // Who drew needs no letters.
    const drawn = partOf(checked.answer, 'drawn')
    return isBlank(drawn) ? checked : accept({ drawn })
  },
  show: (answer: Given, _, speech) => {
    const typed = partOf(answer, 'typed')
    return isBlank(typed) ? speech.tell('signed_by_hand') : String(typed as string)
  },
  missing: () => ({ code: 'sign_here' }),
}

const typed = { type: 'string', minLength: 1, maxLength: LONGEST }

export const manner: KindManner<Signature> = {
  words: 'Signature',
  texts: ['sign_here', 'signed_by_hand', 'file_again', 'file_coming', 'file_lost', 'too_many'],
  suggestedBy: { words: /\b(sign(ature)?( here)?|signed)\b/i, sureness: 4 },
  must: () => 'drawn, or typed',
  domain: () => ({
    is: 'record',
    parts: [
      { ...PARTS[0], domain: { is: 'files' } },
      { ...PARTS[1], domain: AS_TEXT.domain() },
    ],
  }),
  schema: () => ({ ...partsSchema({ drawn: filesSchema(1), typed }), maxProperties: 1 }),
  width: 'full',
  fillable: false,
  unsummed: true,
  files: () => ({ types: { 'image/png': ['png'] }, bytes: 500_000, most: 1 }),
}
