import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import { emailQuestion, formOf } from '../testing/forms'
import { namelessAnswers } from './nameless'

const options = [
  { value: 'celadon', label: 'Celadon' },
  { value: 'tenmoku', label: 'Tenmoku' },
]

const form = formOf(
  [
    { kind: 'short_text', name: 'words', label: 'Words' },
    emailQuestion,
    { kind: 'single_choice', name: 'one', label: 'One', options, other: 'Another' },
    { kind: 'several_choices', name: 'some', label: 'Some', options, other: 'Another' },
    { kind: 'rating', name: 'liking', label: 'Liking' },
    { kind: 'number', name: 'pots', label: 'Pots' },
    { kind: 'date', name: 'born', label: 'Born' },
    { kind: 'yes_no', name: 'kiln', label: 'A kiln?' },
    { kind: 'consent', name: 'letter', label: 'Letter', wording: 'Send it.' },
    { kind: 'ranking', name: 'order', label: 'Order', options },
    { kind: 'file', name: 'photo', label: 'Photo' },
  ],
  { carried: [{ name: 'campaign', label: 'Campaign' }] },
)

const given: Answers = {
  words: 'Mira',
  email: 'mira@elm.example',
  one: 'celadon',
  some: ['celadon', 'the one my mother made'],
  liking: 4,
  pots: 123456,
  born: '1980-01-01',
  kiln: true,
  letter: false,
  order: { place_1: 'tenmoku', place_2: 'celadon' },
  photo: ['https://lichen.example/files/1/mira.png'],
  campaign: 'mira-only',
}

describe('what is left of answers once nobody is told of', () => {
  it('is what was chosen of what was offered, and places on scales', () => {
    expect(namelessAnswers(form, given)).toEqual({
      words: '(erased)',
      one: 'celadon',
      some: ['celadon', '(erased)'],
      liking: 4,
      kiln: true,
      letter: false,
      order: { place_1: 'tenmoku', place_2: 'celadon' },
    })
  })
  it('is only that something was written where something could be chosen', () => {
    expect(namelessAnswers(form, { one: 'Mira’s', some: ['Mira’s'], unknown: 'Mira', words: '' })).toEqual({
      one: '(erased)',
      some: ['(erased)'],
    })
  })
})
