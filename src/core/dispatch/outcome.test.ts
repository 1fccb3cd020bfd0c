import { ENGLISH } from '../language/languages'
import { describe, expect, it } from 'vitest'
import { examineForm } from '../examine/examine'
import { addOutcome, raiseOutcome, removeOutcome, updateOutcome } from '../form/outcome_edits'
import { renameValue } from '../form/edits'
import { tellSent } from '../form/tell_sent'
import { usesOf } from '../form/uses'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import type { FormInput } from '../form/definition'
import { chooseOutcome } from './outcome'

const outcomes: FormInput['outcomes'] = [
  {
    name: 'glass',
    called: 'Glass',
    when: { value: 'ware', is: 'equals', to: 'glass' },
    title: 'Glass, {{ ware }}',
    body: '',
  },
  {
    name: 'known',
    called: 'Known',
    when: { value: 'fair', is: 'answered' },
    title: 'From {{ fair }}',
    body: '',
    summary: true,
  },
]
const form = formOf([choiceOf('ware', 'glass', 'stone'), emailQuestion], {
  outcomes,
  carried: [{ name: 'fair', label: 'Fair' }],
  outcome: { title: 'All others', body: 'Read', links: [{ label: 'Go', address: 'https://www.tarnfield.example/a' }] },
})
const chosenFor = (values: Record<string, string>) => chooseOutcome(form, values, { submission: 'one' }).outcome

describe('outcomes', () => {
  it('are the first that fits, by answers and by carried values', () => {
    expect(chosenFor({ ware: 'glass', fair: 'Halle' })).toEqual({
      title: 'Glass, GLASS',
      body: '',
      because: '“Glass” is the first that fits',
    })
    expect(chosenFor({ ware: 'stone', fair: 'Halle' })).toMatchObject({ title: 'From Halle', summary: true })
    expect(chosenFor({ ware: 'stone' })).toEqual({
      title: 'All others',
      body: 'Read',
      because: 'None with a condition fits',
      links: [{ label: 'Go', address: 'https://www.tarnfield.example/a' }],
    })
  })

  it('word their links and what their picture shows by what was answered', () => {
    const picture = {
      id: '00000000-0000-4000-8000-000000000001',
      alt: 'A kiln for {{ ware | default: "all" }}',
      width: 9,
      height: 9,
    }
    const address = 'https://www.tarnfield.example/a'
    const links = [
      { label: 'On {{ ware | default: "clay" }}', address },
      { label: '{{ fair }}', address },
    ]
    const told = formOf([choiceOf('ware', 'glass', 'stone')], { outcome: { title: 'x', body: '', picture, links } })
    expect(chooseOutcome(told, { ware: 'glass' }, { submission: 'one' }).outcome).toMatchObject({
      picture: { ...picture, alt: 'A kiln for GLASS' },
      links: [
        { label: 'On GLASS', address },
        { label: address, address },
      ],
    })
    expect(usesOf(told, 'ware')).toEqual(['the outcome'])
    expect(renameValue(told, 'ware', 'stuff').outcome).toMatchObject({
      picture: { alt: 'A kiln for {{ stuff | default: "all" }}' },
      links: [{ label: 'On {{ stuff | default: "clay" }}' }, {}],
    })
    expect(examineForm(told, snapshotOf()).map(({ text }) => text)).toContain(
      'The outcome uses “fair”, which is not in the form.',
    )
  })

  it('follow edits, and tell what uses a value', () => {
    const added = addOutcome(form)
    expect(added.form.outcomes.map(({ name }) => name)).toEqual(['glass', 'known', 'outcome_3'])
    const raised = raiseOutcome(added.form, 'known')
    expect(raised.outcomes.map(({ name }) => name)).toEqual(['known', 'glass', 'outcome_3'])
    expect(raiseOutcome(raised, 'known')).toEqual(raised)
    expect(removeOutcome(raised, 'glass').outcomes.map(({ name }) => name)).toEqual(['known', 'outcome_3'])
    expect(updateOutcome(form, 'known', { title: 'New' }).outcomes[1]?.title).toBe('New')
    expect(updateOutcome(form, null, { title: 'New' }).outcome.title).toBe('New')
    expect(usesOf(form, 'ware')).toEqual(['the outcome “Glass”', 'leads to the outcome “Glass”'])
    const renamed = renameValue(form, 'ware', 'stuff')
    expect(renamed.outcomes[0]).toMatchObject({ title: 'Glass, {{ stuff }}', when: { value: 'stuff' } })
  })

  const textsOf = (more: Partial<FormInput>) =>
    examineForm(formOf([choiceOf('ware', 'glass', 'stone'), emailQuestion], more), snapshotOf())
      .filter(({ about }) => about === 'outcome' || about === 'o')
      .map(({ severity, text }) => `${severity}: ${text}`)
  const one = { name: 'o', called: 'One', title: 'x', body: '' }

  it.each<[string, Partial<FormInput>, RegExp]>([
    [
      'a condition that never holds',
      { outcomes: [{ ...one, when: { value: 'ware', is: 'equals', to: 'clay' } }] },
      /fault: When visitors come to “One” tests “ware” for “clay”/,
    ],
    [
      'an outcome behind one for everybody',
      { outcomes: [{ ...one, name: 'first', called: 'First' }, one] },
      /warning: Nobody comes to “One”: “First” before it/,
    ],
    [
      'a form of nobody’s',
      { outcome: { title: '', body: '', goesTo: { to: 'form', form: 'gone' } } },
      /fault: The outcome goes on to the form “gone”, which is none/,
    ],
    [
      'a form that is not live',
      { outcomes: [{ ...one, goesTo: { to: 'form', form: 'draft' } }] },
      /warning: The outcome “One” goes on to “A draft”, which takes no answers now/,
    ],
    [
      'a site that is not allowed, though it looks like one that is',
      {
        outcome: {
          title: '',
          body: '',
          goesTo: { to: 'address', address: 'https://www.tarnfield.example.evil.example/' },
        },
      },
      /fault: .* lies on no site that Settings allows/,
    ],
    [
      'another port of a site that is',
      { outcome: { title: '', body: '', goesTo: { to: 'address', address: 'https://www.tarnfield.example:8443/' } } },
      /lies on no site/,
    ],
  ])('are examined: %s', (_, more, text) => expect(textsOf(more).join()).toMatch(text))

  it('are sound where they lead to what is there', () => {
    expect(textsOf({ outcome: { title: '', body: '', goesTo: { to: 'form', form: 'advice' } } })).toEqual([])
    const address = 'https://www.tarnfield.example/thanks?a=1#b'
    expect(textsOf({ outcome: { title: '', body: '', goesTo: { to: 'address', address } } })).toEqual([])
  })

  it.each(['javascript:alert(1)', 'ftp://a.example/', '//a.example', 'https://'])('lead nowhere at %s', (address) => {
    expect(() =>
      formOf([emailQuestion], { outcome: { title: '', body: '', goesTo: { to: 'address', address } } }),
    ).toThrow()
    expect(() =>
      formOf([emailQuestion], { outcome: { title: '', body: '', links: [{ label: 'x', address }] } }),
    ).toThrow()
  })

  it('tell what was sent as it was read, and nothing that was out of sight', () => {
    const asked = formOf(
      [
        { kind: 'short_text', name: 'first', label: 'First name' },
        { kind: 'number', name: 'sum', label: 'Sum', shownAs: '{{ first | default: "You" }}, how much?' },
        { kind: 'computed', name: 'score', label: 'Score', expression: 'sum * 2', shown: false },
        { kind: 'computed', name: 'double', label: 'Double', expression: 'sum * 2' },
        { kind: 'consent', name: 'ok', label: 'OK', wording: 'Yes' },
      ],
      { carried: [{ name: 'rating', label: 'Rating' }] },
    )
    const values = { first: 'Ada', sum: 4, score: 8, double: 8, ok: false, rating: 'A' }
    expect(tellSent(asked, values, ENGLISH).map(({ label, words }) => `${label} ${words}`)).toEqual([
      'First name Ada',
      'Ada, how much? 4',
      'Double 8',
    ])
  })
})
