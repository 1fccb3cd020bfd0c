import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswers, anyForm, choiceOf, emailQuestion, formOf } from '../testing/forms'
import { askContactLast } from './edits'
import { PACES } from './paces'
import { placeOf, stopsOf } from './stops'
import { walkForm } from './walk'

const anyWay = fc.tuple(anyForm, anyAnswers).map(([form, raw]) => walkForm(form, raw))

describe('the stops on a way', () => {
  it('ask every question that shows once, in order, however much is asked at once', () => {
    fc.assert(
      fc.property(anyWay, (way) => {
        expect(stopsOf('one', way).map(({ question }) => question)).toEqual(way.shown)
        expect(stopsOf('one', way).map(({ before }) => before)).toEqual(way.shown.map((_, n) => n))
        expect(stopsOf('steps', way).map(({ step }) => step)).toEqual(way.steps.map(({ name }) => name))
        for (const pace of ['page', 'row'] as const)
          expect(stopsOf(pace, way).length).toBe(way.steps.length > 0 ? 1 : 0)
      }),
    )
  })
  it('never go back in progress, which is what of this way lies behind', () => {
    fc.assert(
      fc.property(anyWay, fc.constantFrom(...PACES), (way, pace) => {
        const befores = stopsOf(pace, way).map(({ before }) => before)
        expect(befores).toEqual([...befores].sort((a, b) => a - b))
        expect(befores[0] ?? 0).toBe(0)
        expect(befores.every((before) => before < way.shown.length)).toBe(true)
      }),
    )
  })
  it('are found again, in their step where a question shows no more', () => {
    const form = formOf([choiceOf('ware', 'glass'), emailQuestion])
    const stops = stopsOf('one', walkForm(form, {}))
    expect(placeOf(stops, { step: 'one', question: 'email' })).toBe(1)
    expect(placeOf(stops, { step: 'one', question: 'gone' })).toBe(0)
    expect(placeOf(stops, { step: 'gone', question: null })).toBe(-1)
  })
})

describe('asking who somebody is last', () => {
  it('gathers those questions in their order at the end, and takes away steps that are left empty', () => {
    const form = formOf([emailQuestion, choiceOf('ware', 'glass')])
    const second = { name: 'two', title: 'Two', shownAs: '', shownWhen: null, questions: [] }
    const gathered = askContactLast({ ...form, steps: [...form.steps, second] })
    expect(gathered.steps.map(({ questions }) => questions.map(({ name }) => name))).toEqual([['ware'], ['email']])
    const alone = formOf([emailQuestion])
    const left = askContactLast({
      ...alone,
      steps: [...alone.steps, { ...second, questions: form.steps[0]?.questions.slice(1) ?? [] }],
    })
    expect(left.steps.map(({ name }) => name)).toEqual(['two'])
  })
  it('loses no question, and does nothing a second time', () => {
    fc.assert(
      fc.property(anyForm, (form) => {
        const names = (one: typeof form) =>
          one.steps.flatMap(({ questions }) => questions.map(({ name }) => name)).sort()
        const once = askContactLast(form)
        expect(names(once)).toEqual(names(form))
        expect(askContactLast(once)).toEqual(once)
      }),
    )
  })
})
