import { ENGLISH } from '../language/languages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { anyAnswers, anyForm, choiceOf, emailQuestion, formOf } from '../testing/forms'
import { holds } from '../logic/condition'
import { walkForm } from './walk'

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
    shownWhen: { value: 'ware', is: 'equals', to: 'stoneware' },
  },
  { ...emailQuestion, off: true },
])

describe('checking answers', () => {
  it('asks only what shows', () => {
    expect(walkForm(form, { ware: 'glass', peak: 5 })).toMatchObject({
      answers: { ware: 'glass' },
      shown: ['ware'],
      errors: [],
    })
  })
  it('says what is wrong in the question’s own words', () => {
    expect(walkForm(form, { ware: 'stoneware', peak: '5' }).errors).toEqual([
      { name: 'peak', message: 'Between 1000 and 1320' },
    ])
  })
  it('wants required answers', () => {
    expect(walkForm(form, {}, {}, { speech: ENGLISH }).errors).toEqual([
      { name: 'ware', message: 'Choose one of the options.' },
    ])
  })
  it('leaves out what is switched off, and names it does not ask', () => {
    const { answers } = walkForm(form, { ware: 'glass', email: 'a@b.example', other: 1 })
    expect(answers).toEqual({ ware: 'glass' })
  })
  it('is the same the second time: sound answers, once tidied, check to themselves', () => {
    fc.assert(
      fc.property(anyForm, anyAnswers, fc.constantFrom(null, 'kiln'), (one, raw, source) => {
        const first = walkForm(one, raw, { source })
        fc.pre(first.errors.length === 0)
        expect(walkForm(one, first.answers, { source })).toEqual(first)
      }),
    )
  })
  it('shows a question exactly when its condition and its step’s hold on what shows before it', () => {
    fc.assert(
      fc.property(anyForm, anyAnswers, (one, raw) => {
        const { shown, answers } = walkForm(one, raw)
        const before: Answers = {}
        for (const step of one.steps) {
          const met = holds(step.shownWhen, before)
          for (const question of step.questions) {
            expect(shown.includes(question.name)).toBe(met && holds(question.shownWhen, before))
            if (shown.includes(question.name)) before[question.name] = answers[question.name] ?? null
          }
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
              shownWhen: { value: 'ware', is: 'equals', to: 'stoneware' },
            },
          ],
        },
      ],
    })
    const steps = (ware: string) => walkForm(two, { ware }).steps.map(({ name }) => name)
    expect(steps('glass')).toEqual(['one'])
    expect(steps('stoneware')).toEqual(['one', 'two'])
  })
  const three = formOf([], {
    carried: [{ name: 'club', label: 'Club', fill: [{ from: 'link', parameter: 'club' }] }],
    steps: ['one', 'two', 'three'].map((name) => ({
      name,
      title: name,
      questions: [
        { kind: 'short_text', name: `text_${name}`, label: 'Text', required: true },
        {
          kind: 'prose',
          name: `note_${name}`,
          label: 'Note',
          text: 'For members',
          shownWhen: { value: 'club', is: 'equals', to: 'glaze' },
        },
      ],
    })),
  })
  it('goes as far as the step that is named, and all the way where there is none of that name', () => {
    const upTo = (name: string | undefined) => walkForm(three, {}, {}, { upTo: name }).steps.map((step) => step.name)
    expect(upTo('one')).toEqual(['one'])
    expect(upTo('two')).toEqual(['one', 'two'])
    expect(upTo('three')).toEqual(['one', 'two', 'three'])
    expect(upTo('gone')).toEqual(['one', 'two', 'three'])
    expect(upTo(undefined)).toEqual(['one', 'two', 'three'])
  })
  it('shows what a carried value decides, and takes no answer for prose', () => {
    const raw = { text_one: 'a', note_one: 'forged' }
    const way = walkForm(three, raw, { club: 'glaze' }, { upTo: 'one' })
    expect(way).toMatchObject({ shown: ['text_one', 'note_one'], answers: { text_one: 'a' }, errors: [] })
    expect(way.answers).not.toHaveProperty('note_one')
    expect(walkForm(three, raw, { club: 'other' }, { upTo: 'one' }).shown).toEqual(['text_one'])
  })
})
