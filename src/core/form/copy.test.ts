import { describe, expect, it } from 'vitest'
import { blankForm } from './blank'
import { COPY_PARTS, copyAs, speaksOf } from './copy'
import { formSchema } from './definition'

const form = formSchema.parse({
  ...blankForm('Open kiln day'),
  intro: 'Come and see.',
  languages: ['en', 'de'],
  translations: {
    de: {
      title: { text: 'Tag des offenen Ofens', of: 'Open kiln day' },
      'outcome.title': { text: 'Danke', of: 'Thank you' },
    },
  },
  outcome: { title: 'See you at the OPEN KILN DAY', body: '' },
  messages: [{ name: 'm', title: 'M', to: 'desk', subject: 'Open kiln day: somebody comes', body: '.' }],
})

describe('a copy of a form', () => {
  it('has the title asked for, and none of the old one in other languages', () => {
    const copy = copyAs(form, 'Autumn firing')
    expect(copy.title).toBe('Autumn firing')
    expect(copy.translations.de).toEqual({ 'outcome.title': { text: 'Danke', of: 'Thank you' } })
    expect(copyAs(form, form.title)).toBe(form)
  })
  it('is fed by none of the inlets of the form it is made from', () => {
    const [step] = form.steps
    const fed = step?.questions.map((question) => ({ ...question, sentAs: [{ inlet: 'old', name: 'mail' }] })) ?? []
    const copy = copyAs(formSchema.parse({ ...form, steps: [{ ...step, questions: fed }] }), form.title)
    expect(copy).toEqual(form)
  })
  it('brings everything, but for what it is to leave behind', () => {
    const whole = formSchema.parse({
      ...form,
      records: { ...form.records, company: true },
      routing: { otherwise: { desk: 'advice', message: 'm' } },
      outcomes: [{ name: 'o', called: 'O', when: null, title: 'Yes', body: '' }],
    })
    expect(copyAs(whole, whole.title)).toEqual(whole)
    const bare = copyAs(whole, 'Bare', [...COPY_PARTS])
    expect(bare.steps[0]?.questions[0]).toMatchObject({ name: 'email', lands: [] })
    expect(bare).toEqual({ ...blankForm('Bare'), steps: bare.steps, intro: whole.intro })
    expect(copyAs(whole, 'No landings', ['landings'])).toMatchObject({
      records: blankForm('x').records,
      routing: whole.routing,
      outcomes: whole.outcomes,
    })
  })
  it('tells which of its texts still speak of the old one, also those that only a desk reads', () => {
    const copy = copyAs(form, 'Autumn firing')
    expect(speaksOf(copy, ['Open kiln day'])).toEqual([
      { key: 'outcome.title', text: 'See you at the OPEN KILN DAY' },
      { key: 'messages.m.subject', text: 'Open kiln day: somebody comes' },
    ])
    expect(speaksOf(copy, ['', ' '])).toEqual([])
  })
})
