import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { questionsIn } from './values'
import { anyForm } from '../testing/forms'
import { checkAnswer } from './check'

describe('a blank', () => {
  const blanks = ['', ' ', '\n', null, undefined, [], {}, { '': [] }, { drawn: null, typed: '' }, { first: '' }]

  it('is never a wrong answer, of any kind and in any spelling: at most one that is missing', () => {
    fc.assert(
      fc.property(anyForm, fc.constantFrom(...blanks), (form, blank) => {
        for (const { question } of questionsIn(form)) {
          const { message } = checkAnswer({ ...question, required: false }, blank)
          expect(message).toBeNull()
        }
      }),
    )
  })
})
