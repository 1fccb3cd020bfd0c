import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { walkForm } from '../form/walk'
import { type Known, NOTHING_KNOWN } from '../origins/source'
import { choiceOf, emailQuestion, formOf, holderOf } from '../testing/forms'
import { storedRead } from './reads'
import { foreseeTurns, formInTurn, knownThatShows, originsOfKnown, takeTurns, turnsTaken } from './turns'

const inTurn = (known = 'dropped', days = 365) => ({ known, days })
const number = (name: string, turn: object | null = inTurn(), more = {}) => ({
  kind: 'number',
  name,
  label: name,
  required: true,
  turn,
  lands: [{ field: name }],
  ...more,
})
const ware = { ...choiceOf('ware', 'glass', 'clay'), required: true, turn: inTurn(), lands: [{ field: 'ware' }] }
const heat = number('heat', inTurn(), { shownWhen: { value: 'ware', is: 'differs', to: 'glass' } })

const box = formOf([
  { kind: 'short_text', name: 'wish', label: 'Wish', required: true },
  number('sharing'),
  ware,
  heat,
  number('phone', inTurn('shown')),
  emailQuestion,
] as never)

const now = '2026-11-28T12:00' as never
const of = (values: Answers | null, since: Record<string, string> = {}): Known => ({
  ...NOTHING_KNOWN,
  holder: values && { ...holderOf(values), since },
  server: { now, network: null, country: null },
})
const turnsOf = (values: Answers | null, form = box, carried: Answers = {}) => takeTurns(form, of(values), carried)

describe('questions in turn', () => {
  it('are asked a few at a time, in their order, of those that are not known', () => {
    expect(turnsOf(null).asked).toEqual(['sharing', 'ware'])
    expect(turnsOf({ sharing: 4 })).toEqual({ asked: ['ware', 'heat'], known: { sharing: 4 }, allKnown: false })
    expect(turnsOf({ sharing: 4, ware: 'clay' }).asked).toEqual(['heat', 'phone'])
    expect(turnsOf({ sharing: 4, ware: 'clay', heat: 1240 }).asked).toEqual(['phone'])
  })
  it('take no turn where they do not show for what is known, and one where that is only answered now', () => {
    expect(turnsOf({ sharing: 4, ware: 'glass' })).toEqual({
      asked: ['phone'],
      known: { sharing: 4, ware: 'glass' },
      allKnown: false,
    })
    // What is stored of a question that does not show is blank to all that follows, as an answer would be.
    expect(turnsOf({ ware: 'glass', heat: 1240 }).known).toEqual({ ware: 'glass' })
    expect(turnsOf({ sharing: 4 }).asked).toContain('heat')
  })
  it('that are shown filled in stand beside the others, and are the only ones where all is known', () => {
    expect(turnsOf({ phone: 7 }).asked).toEqual(['sharing', 'ware', 'phone'])
    expect(turnsOf({ sharing: 4, ware: 'clay', heat: 1240, phone: 7 })).toEqual({
      asked: ['phone'],
      known: { sharing: 4, ware: 'clay', heat: 1240 },
      allKnown: true,
    })
  })
  it('are asked again after so long, by when what is stored was set last', () => {
    const again = formOf([number('heat', inTurn('again', 30)), emailQuestion] as never)
    expect(storedRead(again, 'box').since).toEqual(['contact.heat'])
    const asked = (since: Record<string, string>) => takeTurns(again, of({ heat: 1240 }, since), {}).asked
    expect(asked({ 'contact.heat': '2026-10-30' })).toEqual([])
    expect(asked({ 'contact.heat': '2026-10-29' })).toEqual(['heat'])
    expect(asked({})).toEqual([])
  })
  it('that cannot read what is stored do not know it, and what anybody can write is no knowledge', () => {
    expect(turnsOf({ sharing: 'many', ware: 'salt' }).asked).toEqual(['sharing', 'ware'])
    expect(turnsOf({ ware: 'Glass' }).known).toEqual({ ware: 'glass' })
    const linked = formOf([{ ...number('sharing'), fill: [{ from: 'link', parameter: 's' }] }, emailQuestion] as never)
    expect(takeTurns(linked, { ...of(null), link: { s: '4' } }, {}).asked).toEqual(['sharing'])
  })
  it('are foreseen from visit to visit, until nothing is left', () => {
    const foreseen = (values: Answers | null) => foreseeTurns(box, of(values), {})
    expect(foreseen(null)).toEqual([
      ['sharing', 'ware'],
      ['heat', 'phone'],
    ])
    expect(foreseen({ sharing: 4, ware: 'glass' })).toEqual([['phone']])
    expect(foreseen({ sharing: 4, ware: 'glass', phone: 7 })).toEqual([['phone']])
    expect(foreseeTurns(formOf([emailQuestion]), of(null), {})).toEqual([])
  })
  it('are those that a page asked, whatever has become known since; and all that answers are there to', () => {
    const known = of({ sharing: 4, ware: 'clay' })
    expect(takeTurns(box, known, {}, { exactly: ['sharing', 'ware'] })).toMatchObject({
      asked: ['sharing', 'ware'],
      known: {},
    })
    expect(takeTurns(box, of(null), {}, { also: ['phone', 'wish'] }).asked).toEqual(['sharing', 'ware', 'phone'])
  })
})

describe('a form that asks in turn', () => {
  const walkFor = (values: Answers | null, raw: Record<string, unknown>) => {
    const turns = turnsOf(values)
    return { turns, way: walkForm(formInTurn(box, turns), raw, turns.known) }
  }
  it('shows what is asked, wants nothing else, and reckons with what is known', () => {
    const { way } = walkFor(
      { sharing: 4, ware: 'clay', phone: 7 },
      { wish: 'blue', email: 'a@x.example', heat: '1240' },
    )
    expect(way.shown).toEqual(['wish', 'heat', 'phone', 'email'])
    expect(way.errors.map(({ name }) => name)).toEqual(['phone'])
    expect(way.answers).toEqual({ wish: 'blue', heat: 1240, phone: null, email: 'a@x.example' })
  })
  it('tells from answers and their origins what was asked, and what a correction answers beside', () => {
    const values = { wish: 'blue', sharing: 4, ware: null, email: 'a@x.example' }
    const turns = turnsTaken(box, values, { sharing: 'known', wish: 'typed' })
    expect(turns).toMatchObject({ asked: ['ware'], known: { sharing: 4 } })
    expect(originsOfKnown(turns.known)).toEqual({ sharing: 'known' })
    expect(turnsTaken(box, values, { sharing: 'known' }, ['sharing', 'heat'])).toMatchObject({
      asked: ['sharing', 'ware', 'heat'],
      known: {},
    })
  })
  it('asks everything in the end, each once, if all that is asked becomes known', () => {
    const stored = fc.record(
      { sharing: fc.nat(9), ware: fc.constantFrom('glass', 'clay'), heat: fc.integer({ min: 1000, max: 1300 }) },
      { requiredKeys: [] },
    )
    fc.assert(
      fc.property(
        stored,
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom('glass', 'clay'),
        (values, atOnce, answer) => {
          const form = { ...box, turns: { ...box.turns, atOnce } }
          const known: Answers = { ...values }
          const met: string[] = []
          for (let visit = 0; visit < 5; visit++) {
            const turns = takeTurns(form, of(known), {})
            const raw = { sharing: 3, ware: answer, heat: 1200, phone: 7 }
            const { answers } = walkForm(formInTurn(form, turns), raw, turns.known)
            const asked = turns.asked.filter((name) => known[name] === undefined)
            expect(asked.length).toBeLessThanOrEqual(atOnce)
            // Nothing that is known is asked, and nothing is both.
            expect(turns.asked.filter((name) => Object.hasOwn(turns.known, name))).toEqual([])
            for (const name of asked)
              if (Object.hasOwn(answers, name)) {
                met.push(name)
                known[name] = answers[name] ?? null
              }
          }
          expect(new Set(met).size).toBe(met.length)
          const all = ['sharing', 'ware', 'phone', ...(known.ware === 'glass' ? [] : ['heat'])]
          expect(all.filter((name) => known[name] === undefined)).toEqual([])
        },
      ),
    )
  })
  it('knows nothing of what does not show for what is answered now', () => {
    const turns = turnsOf({ heat: 1240 })
    expect(turns).toMatchObject({ asked: ['sharing', 'ware'], known: { heat: 1240 } })
    expect(knownThatShows(box, turns, { ware: 'clay' })).toEqual({ heat: 1240 })
    expect(knownThatShows(box, turns, { ware: 'glass' })).toEqual({})
  })
  it('leaves a form without any as it is', () => {
    const plain = formOf([emailQuestion])
    expect(formInTurn(plain, takeTurns(plain, of({ sharing: 4 }), {}))).toBe(plain)
  })
})
