import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { fieldsSent, tellElsewhereDifferences } from './sent_elsewhere'

const email = { ...emailQuestion, required: true }
const why = {
  kind: 'short_text' as const,
  name: 'why',
  label: 'Why?',
  required: true,
  shownWhen: { value: 'clay', is: 'answered' as const },
}

describe('what pages elsewhere send', () => {
  it('is all that is answered by hand: what must be, and what is asked only where something holds', () => {
    const off = { ...choiceOf('kiln', 'top'), off: true }
    const sum = { kind: 'computed' as const, name: 'sum', label: 'Sum', expression: '1 + 1' }
    const prose = { kind: 'prose' as const, name: 'note', label: 'Note', text: 'Read this.' }
    expect(fieldsSent(formOf([email, choiceOf('clay', 'stone'), why, off, sum, prose]))).toEqual([
      { name: 'email', label: email.label, takes: 'email address', must: true, when: null },
      { name: 'clay', label: 'clay', takes: expect.any(String) as string, must: false, when: null },
      { name: 'why', label: 'Why?', takes: 'text, to 200', must: false, when: 'clay is answered' },
    ])
  })

  it('changes with what is new, gone, due, or takes other answers; not with what it is called', () => {
    const before = formOf([email, choiceOf('clay', 'stone', 'porcelain'), choiceOf('kiln', 'top')])
    expect(tellElsewhereDifferences(before, before)).toEqual([])
    const renamed = formOf([
      { ...email, label: 'Mail' },
      choiceOf('clay', 'stone', 'porcelain'),
      choiceOf('kiln', 'top'),
    ])
    expect(tellElsewhereDifferences(before, renamed)).toEqual([])
    const after = formOf([
      email,
      { ...choiceOf('clay', 'stone'), required: true },
      why,
      { ...why, name: 'town', shownWhen: null },
      { ...why, name: 'wish', required: false, shownWhen: null },
    ])
    expect(tellElsewhereDifferences(before, after)).toEqual([
      '“clay” must be answered now: whoever sends without it is asked it on our page',
      '“clay” takes other answers',
      '“why” is new',
      '“town” is new: whoever sends without it is asked it on our page',
      '“wish” is new',
      '“kiln” is asked no more: what is sent as it goes nowhere',
    ])
  })
})
