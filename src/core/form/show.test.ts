import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { showAt, tellAnswers } from './show'

const form = formOf([
  choiceOf('ware', 'raku', 'salt'),
  { kind: 'slider', name: 'peak', label: 'How hot?', maximum: 1320, unit: '°C' },
  { kind: 'yes_no', name: 'night', label: 'At night?', no: 'Never' },
  { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send it.' },
  emailQuestion,
])

describe('answers in words', () => {
  it('stand in the form’s order, as people read them', () => {
    const told = tellAnswers(form, {
      email: 'a@x.example',
      letter: true,
      night: false,
      peak: 1240,
      ware: 'raku',
      odd: 1,
    })
    expect(told.map(({ label, words }) => `${label} ${words}`)).toEqual([
      'ware RAKU',
      'How hot? 1240 °C',
      'At night? Never',
      'Letter Yes',
      'Email a@x.example',
    ])
  })
  it('say nothing of blanks and of boxes that were left unticked', () => {
    expect(tellAnswers(form, { letter: false, ware: null, night: null })).toEqual([])
  })
  it('are told of a path, and of one choice of several', () => {
    const several = formOf([{ ...choiceOf('wares', 'raku', 'salt'), kind: 'several_choices' } as never])
    expect(showAt(several, 'wares', 'salt')).toBe('SALT')
    expect(showAt(form, 'nobody', ['x', 2])).toBe('x, 2')
  })
})
