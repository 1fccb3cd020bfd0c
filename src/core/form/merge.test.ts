import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import type { Form } from './definition'
import * as edits from './edits'
import { mergeForms, mergeOrder } from './merge'

const start = edits.addStep(
  formOf([choiceOf('ware', 'stoneware', 'glass'), { kind: 'number', name: 'heat', label: 'Heat' }, emailQuestion], {
    carried: [{ name: 'source', label: 'Source' }],
    messages: [{ name: 'm', title: 'M', to: 'desk', subject: 's', body: 'b' }],
  }),
  'one',
  'heat',
).form
const [, second] = start.steps.map(({ name }) => name)
const label = (name: string, text: string) => (form: Form) => edits.updateQuestion(form, name, { label: text })

/** Edits of different things, each with what tells that it was done. */
const EDITS: Record<string, [(form: Form) => Form, (form: Form) => unknown, unknown]> = {
  'the wording of one': [
    label('ware', 'Which?'),
    (form) => edits.stepOf(form, 'ware')?.questions.find(({ name }) => name === 'ware')?.label,
    'Which?',
  ],
  'the wording of another': [
    label('email', 'Mail'),
    (form) => edits.stepOf(form, 'email')?.questions.find(({ name }) => name === 'email')?.label,
    'Mail',
  ],
  'another setting of the first': [
    (form) => edits.updateQuestion(form, 'ware', { help: 'Look' }),
    (form) => edits.stepOf(form, 'ware')?.questions.find(({ name }) => name === 'ware')?.help,
    'Look',
  ],
  'a new question': [
    (form) => edits.addQuestion(form, 'How many?', 'number', { step: 'one', after: 'ware' }).form,
    (form) => form.steps.flatMap(({ questions }) => questions).some(({ name }) => name === 'how_many'),
    true,
  ],
  'a question taken away': [
    (form) => edits.removeQuestion(form, 'heat'),
    (form) => edits.stepOf(form, 'heat'),
    undefined,
  ],
  'the title': [(form) => ({ ...form, title: 'New' }), ({ title }) => title, 'New'],
  'a message': [
    (form) => ({ ...form, messages: form.messages.map((one) => ({ ...one, subject: 'Other' })) }),
    ({ messages }) => messages[0]?.subject,
    'Other',
  ],
  'a carried value': [
    (form) => edits.addCarried(form, 'Medium').form,
    ({ carried }) => carried.map(({ name }) => name),
    ['source', 'medium'],
  ],
  'the order of steps': [
    (form) => edits.moveStep(form, 'one', 1),
    ({ steps }) => steps.map(({ name }) => name),
    [second, 'one'],
  ],
}
const names = Object.keys(EDITS)
const apply = (form: Form, chosen: readonly string[]) =>
  chosen.reduce((one, name) => EDITS[name]?.[0](one) ?? one, form)

describe('two drafts of one form', () => {
  it('keep what both sides did, to whatever different things, whoever saved first', () => {
    fc.assert(
      fc.property(fc.subarray(names), fc.subarray(names), (mine, all) => {
        const yours = all.filter((name) => !mine.includes(name))
        const [ours, theirs] = [apply(start, mine), apply(start, yours)]
        for (const [one, other] of [
          [ours, theirs],
          [theirs, ours],
        ] as const) {
          const merged = mergeForms(start, one, other)
          expect(merged?.clashes).toEqual([])
          for (const name of [...mine, ...yours]) {
            const [, look, is] = EDITS[name] ?? []
            expect([name, merged && look?.(merged.form)]).toEqual([name, is])
          }
          // Nothing is there twice.
          const all_ = merged?.form.steps.flatMap(({ questions }) => questions.map((question) => question.name)) ?? []
          expect(new Set(all_).size).toBe(all_.length)
        }
      }),
    )
  })
  it('are one side’s where the other did nothing, or the same', () => {
    const ours = apply(start, ['the title', 'a new question'])
    expect(mergeForms(start, ours, start)).toEqual({ form: ours, clashes: [] })
    expect(mergeForms(start, start, ours)).toEqual({ form: ours, clashes: [] })
    expect(mergeForms(start, ours, ours)).toEqual({ form: ours, clashes: [] })
  })
  it('clash where both changed one thing otherwise, and each can be chosen', () => {
    const ours = label('ware', 'Mine')(apply(start, ['the title']))
    const theirs = label('ware', 'Theirs')(apply(start, ['a message']))
    const merged = mergeForms(start, ours, theirs)
    expect(merged?.clashes).toEqual(
      [{ key: 'questions.ware.label', before: 'WARE', ours: 'Mine', theirs: 'Theirs' }].map((one) => ({
        ...one,
        before: expect.any(String) as string,
      })),
    )
    expect(merged?.form).toMatchObject({ title: 'New', messages: [{ subject: 'Other' }] })
    const wording = (form?: Form) =>
      form && edits.stepOf(form, 'ware')?.questions.find(({ name }) => name === 'ware')?.label
    expect(wording(merged?.form)).toBe('Theirs')
    expect(wording(mergeForms(start, ours, theirs, () => 'ours')?.form)).toBe('Mine')
  })
  it('clash where one took away what the other changed, and lose neither unasked', () => {
    const merged = mergeForms(start, edits.removeQuestion(start, 'heat'), label('heat', 'How hot?')(start))
    expect(merged?.clashes.map(({ key }) => key)).toEqual(['questions.heat'])
    expect(merged && edits.stepOf(merged.form, 'heat')).toBeDefined()
  })
  it('follow a question that one side moved and the other changed', () => {
    const moved = edits.placeQuestion(start, 'ware', { step: second ?? '', after: null })
    const merged = mergeForms(start, moved, label('ware', 'Which?')(start))
    expect(merged?.clashes).toEqual([])
    expect(merged?.form.steps[1]?.questions[0]).toMatchObject({ name: 'ware', label: 'Which?' })
  })
})

describe('an order', () => {
  it.each([
    [
      ['a', 'b', 'c'],
      ['a', 'x', 'b', 'c'],
      ['a', 'b', 'c', 'y'],
      ['a', 'x', 'b', 'c', 'y'],
    ],
    [
      ['a', 'b', 'c'],
      ['c', 'a', 'b'],
      ['a', 'b', 'x', 'c'],
      ['c', 'a', 'b', 'x'],
    ],
    [
      ['a', 'b', 'c'],
      ['a', 'c'],
      ['c', 'b', 'a'],
      ['c', 'a'],
    ],
    [
      ['a', 'b'],
      ['x', 'a', 'b'],
      ['b', 'a'],
      ['x', 'b', 'a'],
    ],
  ])('of %j, by %j and %j, is %j', (before, ours, theirs, merged) =>
    expect(mergeOrder(before, ours, theirs)).toEqual(merged),
  )
})
