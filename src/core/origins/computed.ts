import { z } from 'zod'
import { splitPath, valueIn } from '../answers/answer'
import { readExpression, renameInExpression } from '../logic/expression'
import { isClaim } from './origin'
import type { SourceRules } from './source'

export const settings = () => ({
  expression: z.string().trim().max(500).default('').describe('Computed from values that are filled before it'),
})

/** Computed from what was filled before it. What a claim goes into is that claim. */
export const rules: SourceRules<{ expression: string }> = {
  words: 'computed from what is filled before it',
  origin: 'computed',
  begin: () => ({ expression: '' }),
  look({ expression }, _, { values, origins }) {
    const read = readExpression(expression)
    if ('wrong' in read) return { raw: null, origin: 'computed' }
    const from = read.paths.map((path) => valueIn(origins, path) ?? valueIn(origins, splitPath(path)[0]))
    // What is stored of somebody stays theirs, whatever is made of it.
    const stored = from.find((origin) => origin === 'record')
    return { raw: read.compute(values), origin: from.find(isClaim) ?? stored ?? 'computed' }
  },
  describe: ({ expression }) => (expression ? `= ${expression}` : 'computed'),
  looksAt({ expression }) {
    const read = readExpression(expression)
    return 'wrong' in read ? [] : read.paths
  },
  renamed: ({ expression }, from, to) => ({ expression: renameInExpression(expression, from, to) }),
  faults({ expression }) {
    if (expression === '') return ['is computed from nothing yet.']
    const read = readExpression(expression)
    return 'wrong' in read ? [`cannot be computed: ${read.wrong}.`] : []
  },
}
