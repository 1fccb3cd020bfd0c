import { describe, expect, it } from 'vitest'
import { emailQuestion, formOf } from '../testing/forms'
import { examineTurns } from './turns'

const inTurn = (more: object) => ({ kind: 'short_text', name: 'town', label: 'Town', turn: {}, ...more })
const said = (questions: object[], turns: object = {}) =>
  examineTurns(formOf(questions as never, { turns } as never)).map(({ severity, text }) => `${severity}: ${text}`)

describe('questions in turn', () => {
  it('know their answer by a field, and say so where there is none', () => {
    expect(said([inTurn({ lands: [{ field: 'town' }] }), emailQuestion])).toEqual([])
    expect(said([inTurn({ fill: [{ from: 'record', field: 'town' }] }), emailQuestion])).toEqual([])
    expect(said([inTurn({ lands: [{ record: 'deal', field: 'title' }] }), emailQuestion])).toEqual([
      expect.stringMatching(/^warning: “Town” is asked in turn, and nothing tells when it is known/),
    ])
  })
  it('are neither who somebody is nor what they agree to', () => {
    const letter = { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send it.', turn: {} }
    expect(said([{ ...emailQuestion, turn: {} }, letter])).toEqual([
      expect.stringMatching(/^fault: “Email” tells who it is/),
      expect.stringMatching(/^fault: What people agree to is asked for each time: “Letter”/),
    ])
  })
  it('leave a greeting to be written, and tell what nobody is asked who comes to the outcome at once', () => {
    const known = inTurn({ lands: [{ field: 'town' }] })
    expect(said([known, emailQuestion], { allKnown: 'greeting' })).toEqual([
      'warning: Where all is known a greeting is said, and it is empty.',
    ])
    const wish = { kind: 'short_text', name: 'wish', label: 'Wish', required: true }
    expect(said([known, wish, emailQuestion], { allKnown: 'outcome' })).toEqual([
      expect.stringMatching(/never asked “Wish”/),
    ])
    expect(said([emailQuestion], { allKnown: 'greeting' })).toEqual([])
  })
})
