import { describe, expect, it } from 'vitest'
import { KINDS_TRIED } from '../../../tests/support/every_kind'
import { formOf } from '../testing/forms'
import { mannerOf } from '../kinds/registry'
import { questionsAsked } from '../form/values'
import { fillFromLinks, prefillLink } from './prefilled_link'

const ADDRESS = 'https://lichen.example/f/ask'
const everyKind = formOf(
  KINDS_TRIED.map(([kind, { label, settings }]) => ({ kind, name: `a_${kind}`, label, ...settings }) as never),
)
const answers = Object.fromEntries(KINDS_TRIED.map(([kind, { answer }]) => [`a_${kind}`, answer]))
const fillable = questionsAsked(everyKind).flatMap(({ question }) =>
  mannerOf(question).fillable ? [question.name] : [],
)

describe('a link that fills a form in', () => {
  it('fills in nothing of what is not filled from links, and says so', () => {
    const { url, filled, left } = prefillLink(everyKind, ADDRESS, answers)
    expect([url, filled]).toEqual([ADDRESS, []])
    expect(left).toEqual(fillable)
  })

  it('fills in every kind that can be, as it was answered, and never a consent or a file', () => {
    const form = fillFromLinks(everyKind, fillable)
    const { url, filled, left } = prefillLink(form, ADDRESS, answers)
    expect({ filled, left }).toEqual({ filled: fillable, left: [] })
    expect(filled).not.toContain('a_consent')
    expect(filled).not.toContain('a_file')
    const { searchParams } = new URL(url)
    expect(searchParams.getAll('a_several_choices')).toEqual(answers.a_several_choices)
    expect(searchParams.get('a_short_text')).toBe('Biscuit')
  })

  it('leaves out what is wrong, and what cannot be read again', () => {
    const form = fillFromLinks(
      formOf([
        { kind: 'email', name: 'email', label: 'Email' },
        { kind: 'short_text', name: 'one', label: 'One', fill: [{ from: 'link', parameter: 'same' }] },
        { kind: 'short_text', name: 'other', label: 'Other', fill: [{ from: 'link', parameter: 'same' }] },
      ]),
      ['email'],
    )
    const said = prefillLink(form, ADDRESS, { email: 'no address', one: 'a', other: 'b' })
    // Both are filled from one parameter, which can say only one of them.
    expect(said).toEqual({ url: `${ADDRESS}?same=a`, filled: ['one'], left: ['other'] })
  })
})
