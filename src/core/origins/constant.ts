import type { Given } from '../answers/answer'
import { answerSchema } from '../answers/given'
import { showPlainly } from '../answers/show_plainly'
import type { SourceRules } from './source'

export const settings = () => ({ value: answerSchema })

/** Always the same. */
export const rules: SourceRules<{ value: Given }> = {
  words: 'always the same',
  origin: 'constant',
  begin: () => ({ value: '' }),
  look: ({ value }) => ({ raw: value, origin: 'constant' }),
  describe: ({ value }) => `always ${showPlainly(value)}`,
}
