import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answer } from '../answers/answer'
import { emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { landValues } from './land'
import { joinLists } from './lists'
import { matchPerson } from './match'

const { fields, lists } = snapshotOf()
const ilka = { id: 'c1', email: 'ilka@x.example', values: { email: 'ilka@x.example', first_name: 'Ilka' }, lists: [] }
const oda = { id: 'c2', email: 'oda@x.example', values: { email: 'oda@x.example' }, lists: [] }

describe('matching', () => {
  it.each([
    ['ilka@x.example', null, 'email', 'c1'],
    ['ilka@x.example', 'c1', 'email', 'c1'],
    ['oda@x.example', 'c1', 'email', 'c2'],
    ['new@x.example', 'c1', 'new', null],
    [null, 'c1', 'personal_link', 'c1'],
    [null, 'gone', 'nobody', null],
    [null, null, 'nobody', null],
  ])('email %s with the link of %s is %s', (email, holder, how, contact) => {
    expect(matchPerson(email, holder, [ilka, oda])).toMatchObject({ how, contact })
  })
})

describe('landing', () => {
  const named = (name: string, ifFilled: 'keep' | 'replace' = 'replace') => ({
    kind: 'short_text' as const,
    name,
    label: name,
    lands: [{ field: 'first_name', ifFilled }],
  })

  it('changes nothing where the same is stored, and nothing for a blank', () => {
    const form = formOf([named('a')])
    expect(landValues(form, { a: 'Ilka' }, null, ilka, fields)).toEqual([])
    expect(landValues(form, { a: null }, null, ilka, fields)).toEqual([])
    expect(landValues(form, { a: '' }, null, ilka, fields)).toEqual([])
  })
  it('lets the later of two values in one field win, from what was stored', () => {
    const form = formOf([named('a'), named('b')])
    expect(landValues(form, { a: 'One', b: 'Two' }, null, ilka, fields)).toMatchObject([
      { field: 'first_name', from: 'Ilka', to: 'Two', value: 'b', effect: 'set' },
    ])
    expect(landValues(form, { a: 'One', b: null }, null, ilka, fields)).toMatchObject([{ to: 'One', value: 'a' }])
  })
  it('lands each part of a value in its own field', () => {
    const form = formOf([
      {
        kind: 'person_name',
        name: 'person',
        label: 'Name',
        lands: [
          { field: 'first_name', part: 'first' },
          { field: 'region', part: 'last' },
        ],
      },
    ])
    const person = { first: 'Ilka', last: 'Brandt' }
    expect(landValues(form, { person }, null, ilka, fields)).toMatchObject([
      { field: 'region', to: 'Brandt', value: 'person.last', because: 'Answer to “Name · Last name”' },
    ])
  })
  it('keeps what an earlier value has just set, where the later one keeps', () => {
    const form = formOf([named('a'), named('b', 'keep')])
    expect(landValues(form, { a: 'One', b: 'Two' }, null, null, fields)).toMatchObject([{ from: null, to: 'One' }])
  })
  it('ignores a field that is no longer there', () => {
    const form = formOf([{ ...named('a'), lands: [{ field: 'gone' }] }])
    expect(landValues(form, { a: 'x' }, null, ilka, fields)).toEqual([])
  })
  it('never puts a blank in place of a value, whatever is answered', () => {
    const answers = fc.option(fc.constantFrom<Answer>('', 'x', 0, 5, true, false))
    const rule = fc.constantFrom('keep' as const, 'replace' as const)
    fc.assert(
      fc.property(answers, answers, rule, rule, fc.constantFrom(ilka, null), (a, b, ruleA, ruleB, contact) => {
        const changes = landValues(formOf([named('a', ruleA), named('b', ruleB)]), { a, b }, null, contact, fields)
        for (const { from, to, effect } of changes) {
          expect(to === null || to === '').toBe(false)
          if (effect === 'kept') expect(from).toBe('Ilka')
        }
        expect(changes.length).toBeLessThanOrEqual(1)
      }),
    )
  })
})

describe('lists', () => {
  const form = formOf(
    [emailQuestion, { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send me Firing notes.' }],
    { joins: [{ list: 'firing_notes', consent: 'letter' }] },
  )
  it('are joined by a ticked consent, with its exact wording, and only once', () => {
    expect(joinLists(form, { letter: true }, null, lists)).toMatchObject([{ wording: 'Send me Firing notes.' }])
    expect(joinLists(form, { letter: true }, { ...ilka, lists: ['firing_notes'] }, lists)).toEqual([])
  })
  it('are not left by an unticked box, nor joined by anything else that is true', () => {
    expect(joinLists(form, { letter: false }, { ...ilka, lists: ['firing_notes'] }, lists)).toEqual([])
    expect(joinLists(form, { letter: 'true' }, null, lists)).toEqual([])
    expect(joinLists(form, { letter: true }, null, [])).toEqual([])
  })
})
