import { valueIn } from '../answers/answer'
import { parameterSchema } from '../answers/name'
import type { SourceRules } from './source'

export const settings = () => ({
  parameter: parameterSchema,
})

/** A parameter of the link that led here: a claim, which anybody can write. One that stands there more than once is a list. */
export const rules: SourceRules<{ parameter: string }> = {
  words: 'the link’s parameter',
  origin: 'link',
  begin: (parameter) => ({ parameter }),
  look: ({ parameter }, { link }) => ({ raw: valueIn(link, parameter), origin: 'link' }),
  describe: ({ parameter }) => `${parameter} · link`,
  parameter: ({ parameter }) => parameter,
}
