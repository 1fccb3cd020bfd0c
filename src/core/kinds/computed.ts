import { z } from 'zod'
import { accept, type Answer, type KindRules } from '../answers/answer'
import type { KindManner } from '../answers/kind'
import { type Unit, unitSettings, withUnit } from '../answers/number'
import { parseExpression } from '../logic/parse_expression'
import { readExpression, renameInExpression, roundTo } from '../logic/expression'

/** Settings of a value that is computed from others. */
export const settings = () => ({
  expression: z.string().trim().max(500).default('').describe('Computed from values by their names'),
  decimals: z.int().min(0).max(6).default(2).describe('Digits after the point that it is rounded to'),
  ...unitSettings(),
  shown: z.boolean().default(true).describe('Whether visitors see it'),
})

interface Computed extends Unit {
  expression: string
  decimals: number
  shown: boolean
}

/** A number computed from earlier values, blank where one of them is missing. Nobody can send it. */
export const rules: KindRules<Computed> = {
  check: () => accept(null),
  compute(values, { expression, decimals }): Answer {
    const read = readExpression(expression)
    const answer = 'wrong' in read ? null : read.compute(values)
    return typeof answer === 'number' ? roundTo(answer, decimals) : null
  },
  show: (answer, computed, speech) => withUnit(answer, speech.number(Number(answer), computed.decimals), computed),
}

export const manner: KindManner<Computed> = {
  words: 'Computed value',
  must: ({ expression }) => (expression ? `= ${expression}` : 'computed'),
  domain: () => ({ is: 'number', least: null, most: null, step: null }),
  schema: () => ({ type: 'number' }),
  width: 'full',
  fillable: false,
  unseen: ({ shown }) => !shown,
  looksAt({ expression }) {
    const read = readExpression(expression)
    return 'wrong' in read ? [] : read.paths
  },
  // A page need not know how to read an expression.
  forPage({ expression }) {
    try {
      return { expression: JSON.stringify(parseExpression(expression)) }
    } catch {
      return { expression: '' }
    }
  },
  renamed: ({ expression }, from, to) => ({ expression: renameInExpression(expression, from, to) }),
  faults({ expression }) {
    const read = readExpression(expression)
    if (expression === '') return ['computes nothing yet.']
    return 'wrong' in read ? [`cannot be computed: ${read.wrong}.`] : []
  },
}
