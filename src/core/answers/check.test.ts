import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswers, anyForm, choiceOf, emailQuestion, formOf } from '../testing/forms'
import { holds } from '../logic/condition'
import { checkAnswers, stepsShown } from './check'

const form = formOf([
  { ...choiceOf('ware', 'stoneware', 'glass'), required: true },
  {
    kind: 'number',
    name: 'peak',
    label: 'Peak',
    required: true,
    errorText: 'Between 1000 and 1320',
    minimum: 1000,
    maximum: 1320,
    shownWhen: { tests: [{ value: 'ware', is: 'equals', to: 'stoneware' }] },
  },
  { ...emailQuestion, off: true },
])

describe('checking answers', () => {
  it('asks only what shows', () => {
    expect(checkAnswers(form, { ware: 'glass', peak: 5 })).toEqual({
      answers: { ware: 'glass' },
      shown: ['ware'],
      errors: [],
    })
  })
  it('says what is wrong in the question’s own words', () => {
    expect(checkAnswers(form, { ware: 'stoneware', peak: '5' }).errors).toEqual([
      { name: 'peak', message: 'Between 1000 and 1320' },
    ])
  })
  it('wants required answers', () => {
    expect(checkAnswers(form, {}).errors).toEqual([{ name: 'ware', message: 'Choose one of the options.' }])
  })
  it('leaves out what is switched off, and names it does not ask', () => {
    const { answers } = checkAnswers(form, { ware: 'glass', email: 'a@b.example', other: 1 })
    expect(answers).toEqual({ ware: 'glass' })
  })
  it('is the same the second time: sound answers, once tidied, check to themselves', () => {
    fc.assert(
      fc.property(anyForm, anyAnswers, fc.constantFrom(null, 'kiln'), (one, raw, source) => {
        const first = checkAnswers(one, raw, { source })
        fc.pre(first.errors.length === 0)
        expect(checkAnswers(one, first.answers, { source })).toEqual(first)
      }),
    )
  })
  it('shows a question exactly when its condition holds on what shows before it', () => {
    fc.assert(
      fc.property(anyForm, anyAnswers, (one, raw) => {
        const { shown, answers } = checkAnswers(one, raw)
        const before: Record<string, unknown> = {}
        for (const question of one.steps.flatMap(({ questions }) => questions)) {
          expect(shown.includes(question.name)).toBe(holds(question.shownWhen, before as never))
          if (shown.includes(question.name)) before[question.name] = answers[question.name]
        }
      }),
    )
  })
  it('meets only steps with something to ask', () => {
    const two = formOf([], {
      steps: [
        { name: 'one', title: 'One', questions: [choiceOf('ware', 'stoneware', 'glass')] },
        {
          name: 'two',
          title: 'Two',
          questions: [
            {
              kind: 'short_text',
              name: 'clay',
              label: 'Clay',
              shownWhen: { tests: [{ value: 'ware', is: 'equals', to: 'stoneware' }] },
            },
          ],
        },
      ],
    })
    const steps = (ware: string) => stepsShown(two, checkAnswers(two, { ware }).shown).map(({ name }) => name)
    expect(steps('glass')).toEqual(['one'])
    expect(steps('stoneware')).toEqual(['one', 'two'])
  })
})
