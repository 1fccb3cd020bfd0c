import { z } from 'zod'
import { accept, type Answer, type Checked, isList, type KindRules, partOf, refuse } from '../answers/answer'
import { repeatedValues } from '../answers/choices'
import type { Speech } from '../language/texts'
import type { Domain, KindManner } from '../answers/kind'
import type { JsonSchema } from '../answers/json_schema'
import { labelOfOption, type Option, wordedOptionShape } from '../answers/options'
import { type AskedPart, inParts, partsSchema, wholeSchema } from '../answers/parts'

/** Settings of a question that asks the same of several things. */
export const settings = () => ({
  rows: z.array(z.strictObject(wordedOptionShape())).max(30).default([]).describe('What is asked about, one a row'),
  options: z.array(z.strictObject(wordedOptionShape())).max(12).default([]).describe('What can be chosen in each row'),
  shuffled: z.boolean().default(false).describe('Whether each visitor gets the rows in an order of their own'),
  several: z.boolean().default(false).describe('Whether more than one can be chosen in a row'),
})

interface Matrix {
  rows: readonly Option[]
  options: readonly Option[]
  several: boolean
}

const asked = ({ rows }: Matrix): AskedPart[] =>
  rows.map(({ value, label, shownAs }) => ({ name: value, label, called: shownAs }))

/** What is chosen in one row: an option, or some in their own order. */
function checkRow(raw: Answer, _: string, { options, several }: Matrix): Checked {
  const chosen = (isList(raw) ? raw : [raw]).filter((one) => one !== null && one !== '')
  if (!chosen.every((one) => options.some(({ value }) => value === one))) return refuse({ code: 'not_an_option' })
  if (several) return accept(options.flatMap(({ value }) => (chosen.includes(value) ? [value] : [])))
  return chosen.length > 1 ? refuse({ code: 'not_an_option' }) : accept((chosen[0] ?? null) as Answer)
}

const showCell = (answer: Answer, { options }: Matrix, speech: Speech): string =>
  speech.list((isList(answer) ? answer : [answer]).map((one) => labelOfOption(options, String(one as string))))

/** A record of rows with what was chosen in each; a row without a choice is left out. */
export const rules: KindRules<Matrix> = {
  ...inParts<Matrix>(asked, checkRow),
  show: (answer, matrix, speech) =>
    asked(matrix)
      .flatMap(({ name, label }) => {
        const cell = partOf(answer, name)
        return cell === null ? [] : [`${label}: ${showCell(cell, matrix, speech)}`]
      })
      .join(speech.tell('between_rows')),
}

const valuesOf = ({ options }: Matrix) => options.map(({ value }) => value)

const domainOfRow = (matrix: Matrix): Domain => ({
  is: matrix.several ? 'some of' : 'one of',
  values: valuesOf(matrix),
  open: false,
})

function schemas(matrix: Matrix): Record<string, JsonSchema> {
  const one = { enum: valuesOf(matrix) }
  const row = matrix.several ? { type: 'array', items: one, uniqueItems: true, minItems: 1 } : one
  return Object.fromEntries(matrix.rows.map(({ value }) => [value, row]))
}

export const manner: KindManner<Matrix> = {
  words: 'Matrix',
  texts: ['part_missing', 'between_rows'],
  suggestedBy: { words: /\b(each of (the )?following|how were (these|they)|rate each|how satisfied)\b/i, sureness: 3 },
  must: ({ rows, options, several }) =>
    `${several ? 'some' : 'one'} of ${options.length} in each of ${rows.length} rows`,
  domain: (matrix) => ({
    is: 'record',
    parts: asked(matrix).map((row) => ({ ...row, domain: domainOfRow(matrix) })),
  }),
  showPart: (_, answer, matrix, speech) => showCell(answer, matrix, speech),
  schema: (matrix) => partsSchema(schemas(matrix)),
  requiredSchema: (matrix) => wholeSchema(schemas(matrix)),
  width: 'full',
  fillable: true,
  contradictions: ({ rows, options }) => [...repeatedValues(rows, 'rows'), ...repeatedValues(options, 'options')],
  faults: ({ rows, options }) => [
    ...(rows.length === 0 ? ['has no rows.'] : []),
    ...(options.length === 0 ? ['has no options to choose from.'] : []),
  ],
}
