import { splitPath, valueAt, valueIn } from '../answers/answer'
import { pathSchema } from '../answers/name'
import { isClaim } from './origin'
import type { SourceRules } from './source'

export const settings = () => ({
  value: pathSchema.describe('What the visitor answered in the form that sent them on'),
})

/** What was sent in the form that led here. What anybody could have written then is no more certain now. */
export const rules: SourceRules<{ value: string }> = {
  words: 'the form before (its outcome leads here)',
  origin: 'form_before',
  begin: (value) => ({ value }),
  look({ value: path }, { formBefore }) {
    if (!formBefore) return { raw: null, origin: 'form_before' }
    const { values, origins } = formBefore
    const before = valueIn(origins, path) ?? valueIn(origins, splitPath(path)[0])
    return { raw: valueAt(values, path), origin: before && isClaim(before) ? before : 'form_before' }
  },
  describe: ({ value }) => `${value} · form before`,
}
