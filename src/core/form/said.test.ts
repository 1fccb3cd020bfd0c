import { ENGLISH } from '../language/languages'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { renderTemplate } from './template'
import { sayWith, renameInWording, usesIn, isBeyondPage } from '../answers/wording_uses'
import { say } from './said'
import { formSchema } from './definition'

const form = formSchema.parse({
  title: 'Kilns',
  steps: [
    {
      name: 'you',
      title: 'You',
      questions: [
        { kind: 'person_name', name: 'who', label: 'Your name' },
        {
          kind: 'single_choice',
          name: 'fuel',
          label: 'Fuel',
          options: [{ value: 'gas', label: 'Bottled gas' }],
        },
        { kind: 'yes_no', name: 'new', label: 'Is it your first?' },
      ],
    },
  ],
  carried: [{ name: 'fair', label: 'Fair' }],
})

describe('wording on the page', () => {
  it('says what was answered, in the words of its options and parts', () => {
    const known = { who: { first: 'Mirela', last: 'Brandt' }, fuel: 'gas', fair: 'Halle' }
    const wording = '{{ who.first | default: "And you" }}, {{fuel}} at {{ fair | default: \'a fair\' }}?'
    expect(say(form, wording, known, ENGLISH)).toBe('Mirela, Bottled gas at Halle?')
    expect(say(form, '{{ who | default: "Somebody" }}', known, ENGLISH)).toBe('Mirela Brandt')
  })

  it('reads well for a stranger', () => {
    expect(say(form, '{{ who.first | default: "And you" }}, which kiln?', {}, ENGLISH)).toBe('And you, which kiln?')
    expect(say(form, '{{ new | default: "not yet said" }}', { new: false }, ENGLISH)).toBe('not yet said')
    expect(say(form, '{{ fuel }}', { fuel: null }, ENGLISH)).toBe('')
  })

  it('is safe from what an answer says', () => {
    expect(say(form, '{{ who.first | default: "x" }}!', { who: { first: '{{ fair }} $& $1' } }, ENGLISH)).toBe(
      '{{ fair }} $& $1!',
    )
  })

  const text = fc.stringMatching(/^[A-Za-z ,.?!$&{}%|"'é]{0,12}$/)
  const fallback = fc.stringMatching(/^[A-Za-z ,.?$&é]{0,8}$/)
  const name = fc.constantFrom('first', 'second', 'third')

  it('is Liquid: it says what Liquid says of the same wording', () => {
    const part = fc.oneof(
      fc.stringMatching(/^[A-Za-z ,.?!$&é]{0,8}$/),
      fc
        .tuple(name, fallback, fc.boolean())
        .map(([path, otherwise, spaced]) =>
          spaced ? `{{ ${path} | default: "${otherwise}" }}` : `{{${path}|default:'${otherwise}'}}`,
        ),
      name.map((path) => `{{ ${path} }}`),
    )
    fc.assert(
      fc.property(fc.array(part, { maxLength: 5 }), fc.dictionary(name, text), (parts, known) => {
        const wording = parts.join('')
        const said = sayWith(wording, (path) => known[path] ?? '')
        const given = Object.fromEntries(Object.entries(known).filter(([, words]) => words !== ''))
        expect(said).toBe(renderTemplate(wording, given))
      }),
    )
  })

  it('tells what it uses, and what a page cannot write', () => {
    expect(usesIn('{{ who.first | default: "you" }} and {{ fair }}')).toEqual([
      { path: 'who.first', hasFallback: true },
      { path: 'fair', hasFallback: false },
    ])
    for (const wording of ['{{ who | upcase }}', '{% if who %}x{% endif %}', '{{ who', '{{ "x" }}'])
      expect([wording, isBeyondPage(wording)]).toEqual([wording, true])
    expect(isBeyondPage('Plain, {{ who | default: "you" }} { } %')).toBe(false)
  })

  it('follows a value to its new name', () => {
    expect(renameInWording('{{ who.first | default: "who" }} who {{ whole }}', 'who', 'person')).toBe(
      '{{ person.first | default: "who" }} who {{ whole }}',
    )
  })
})
