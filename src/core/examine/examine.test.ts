import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { type Form, type FormInput, formSchema } from '../form/definition'
import { examineForm } from './examine'

const resources = snapshotOf()
const faultsOf = (form: Form) =>
  examineForm(form, resources)
    .filter(({ severity }) => severity === 'fault')
    .map(({ text }) => text)
const notice = { name: 'notice', title: 'Notice', to: 'desk' as const, subject: 'New', body: '{{ all_answers }}' }
const sound: Partial<FormInput> = {
  messages: [notice],
  routing: { otherwise: { desk: 'north', message: 'notice' } },
}

describe('examining a draft', () => {
  it('finds nothing wrong with a sound one', () => {
    expect(examineForm(formOf([emailQuestion], sound), resources)).toEqual([])
  })
  it('lets the title, and what people agree to, use what was asked in a step before', () => {
    const words = '{{ ware | default: "your work" }}'
    const steps: FormInput['steps'] = [
      { name: 'one', title: 'One', questions: [{ ...choiceOf('ware', 'a'), placeholder: '' }] },
      {
        name: 'two',
        title: 'Two',
        questions: [emailQuestion, { kind: 'consent', name: 'ok', label: 'OK', wording: `News on ${words}` }],
      },
    ]
    const form = formOf([], { ...sound, title: `A kiln for ${words}`, steps })
    expect(faultsOf(form)).toEqual([])
    expect(faultsOf({ ...form, pace: 'page' })).toEqual([expect.stringMatching(/agree to uses “ware”/)])
  })
  it.each<[string, Form, RegExp]>([
    ['a choice without options', formOf([choiceOf('ware')]), /no options/],
    ['a consent that does not say what for', formOf([{ kind: 'consent', name: 'ok', label: 'OK' }]), /does not say/],
    [
      'a condition on a later question',
      formOf([{ ...emailQuestion, shownWhen: { value: 'ware', is: 'answered' } }, choiceOf('ware', 'a')]),
      /asked later/,
    ],
    [
      'a greeting without a fallback',
      formOf([emailQuestion], { title: 'Hi {{ n }}', carried: [{ name: 'n', label: 'N' }] }),
      /missing/,
    ],
    [
      'wording that is written once, by an answer nobody gave yet',
      formOf([emailQuestion], { intro: '{{ email | upcase | default: "you" }}' }),
      /before anyone/,
    ],
    [
      'a title by an answer that may be missing',
      formOf([emailQuestion], { title: 'A kiln for {{ email }}' }),
      /The title uses “email” without saying/,
    ],
    [
      'a row, a place and a yes by what is not in the form',
      formOf([
        emailQuestion,
        {
          kind: 'matrix',
          name: 'parts',
          label: 'Parts',
          rows: [{ value: 'lid', label: 'Lid', shownAs: '{{ gone | default: "The lid" }}' }],
          options: [{ value: 'good', label: 'Good' }],
        },
      ]),
      /“Parts” uses “gone”, which is not in the form/,
    ],
    [
      'what people agree to by what they may change as they read it',
      formOf([
        choiceOf('ware', 'a'),
        emailQuestion,
        { kind: 'consent', name: 'ok', label: 'OK', wording: 'News on {{ ware | default: "kilns" }}' },
      ]),
      /“OK” has people agree to uses “ware”, which is asked on the same page/,
    ],
    [
      'a label by what is asked later',
      formOf([
        choiceOf('ware', 'a'),
        { ...emailQuestion, shownAs: '{{ late | default: "x" }}?' },
        choiceOf('late', 'b'),
      ]),
      /uses “late”, which is asked later/,
    ],
    [
      'help by an answer that may be missing',
      formOf([choiceOf('ware', 'a'), { ...emailQuestion, help: 'For {{ ware }}' }]),
      /uses “ware” without saying/,
    ],
    [
      'an error text by what is asked later',
      formOf([{ ...emailQuestion, errorText: 'No, {{ ware | default: "x" }}' }, choiceOf('ware', 'a')]),
      /uses “ware”, which is asked later/,
    ],
    [
      'an option by an answer that may be missing',
      formOf([
        choiceOf('ware', 'a'),
        { ...choiceOf('other', 'b'), options: [{ value: 'b', label: 'B', caption: 'As {{ ware }}' }] },
      ]),
      /“other” uses “ware” without saying/,
    ],
    [
      'a button by an answer that may be missing',
      formOf([choiceOf('ware', 'a'), emailQuestion], { wording: { send: 'Send for {{ ware }}' } }),
      /A button uses “ware” without saying/,
    ],
    [
      'a heading by what is not in the form',
      formOf([emailQuestion], {
        steps: [{ name: 'one', title: 'One', shownAs: '{{ gone | default: "x" }}', questions: [emailQuestion] }],
      }),
      /heading of “One” uses “gone”, which is not in the form/,
    ],
    [
      'prose that computes',
      formOf([emailQuestion, { kind: 'prose', name: 'p', label: 'P', text: '{% if email %}x{% endif %}' }]),
      /nothing else in braces/,
    ],
    [
      'wording by a code',
      formOf([
        { kind: 'address', name: 'place', label: 'Place' },
        { ...emailQuestion, help: '{{ place.country | default: "there" }}' },
      ]),
      /is a code; use “place”/,
    ],
    ['a field that does not exist', formOf([{ ...emailQuestion, lands: [{ field: 'gone' }] }]), /does not exist/],
    [
      'a list that does not exist',
      formOf([emailQuestion], { joins: [{ list: 'gone', consent: 'email' }] }),
      /does not exist/,
    ],
    [
      'a list joined without a consent',
      formOf([emailQuestion], { joins: [{ list: 'firing_notes', consent: 'email' }] }),
      /consent/,
    ],
    [
      'a desk that does not exist',
      formOf([emailQuestion], { ...sound, routing: { otherwise: { desk: 'gone', message: 'notice' } } }),
      /desk “gone”/,
    ],
    [
      'a merge field that is not in the form',
      formOf([emailQuestion], { messages: [{ ...notice, body: '{{ gone }}' }] }),
      /not in the form/,
    ],
    ['an unreadable outcome', formOf([emailQuestion], { outcome: { title: 'Thanks {{ email', body: '' } }), /outcome/],
    [
      'an outcome that uses what is not in the form',
      formOf([emailQuestion], { outcome: { title: '{{ gone }}', body: '' } }),
      /The outcome uses “gone”, which is not in the form/,
    ],
    [
      'a message sent by a value that is not in the form',
      formOf([emailQuestion], { messages: [{ ...notice, when: { value: 'gone', is: 'answered' } }] }),
      /Notice tests “gone”/,
    ],
    [
      'a message sent by an option that was removed',
      formOf([emailQuestion, choiceOf('ware', 'a')], {
        messages: [{ ...notice, when: { value: 'ware', is: 'equals', to: 'b' } }],
      }),
      /“b”, which it can never be/,
    ],
    [
      'a row with an option that was removed',
      formOf([emailQuestion, choiceOf('ware', 'a')], {
        ...sound,
        routing: {
          columns: ['ware'],
          rows: [{ cells: { ware: { is: 'one_of', to: ['a', 'b'] } }, desk: 'north', message: 'notice' }],
        },
      }),
      /Row 1 tests “ware” for “b”/,
    ],
    [
      'a number’s test on what has become text',
      formOf([
        { kind: 'short_text', name: 'peak', label: 'Peak' },
        { ...emailQuestion, shownWhen: { value: 'peak', is: 'at_least', to: 1200 } },
      ]),
      /its answers are not numbers/,
    ],
    [
      'a test on a question that is switched off',
      formOf([
        { ...choiceOf('ware', 'a'), off: true },
        { ...emailQuestion, shownWhen: { value: 'ware', is: 'answered' } },
      ]),
      /switched off/,
    ],
    [
      'a part that a value does not have',
      formOf([{ ...emailQuestion, lands: [{ field: 'email', part: 'first' }] }]),
      /has no part “first”/,
    ],
    [
      'a test for something among answers that are no lists',
      formOf([
        choiceOf('ware', 'a'),
        { ...emailQuestion, shownWhen: { none: [{ value: 'ware', is: 'includes', to: ['a'] }] } },
      ]),
      /its answers are not lists/,
    ],
    [
      'a test for a day that is none',
      formOf([
        { kind: 'date', name: 'visit', label: 'Visit' },
        { ...emailQuestion, shownWhen: { all: [{ value: 'visit', is: 'equals', to: 'soon' }] } },
      ]),
      /“soon”, which it can never be/,
    ],
    [
      'a step that shows by a question of its own',
      formOf([], {
        steps: [
          { name: 'one', title: 'One', shownWhen: { value: 'email', is: 'answered' }, questions: [emailQuestion] },
        ],
      }),
      /“One” shows by “Email”, which is asked later/,
    ],
    [
      'a merge field of a part that is not there',
      formOf([emailQuestion], { outcome: { title: '{{ email.domain | default: "x" }}', body: '' } }),
      /uses “email.domain”, which is not in the form/,
    ],
    [
      'a date in a number, with what would mend it',
      formOf([emailQuestion, { kind: 'date', name: 'visit', label: 'Visit', lands: [{ field: 'size' }] }]),
      /“Visit” is a date, which does not land in “Contact · size” \(number\)\. Land its year or its month or/,
    ],
    [
      'an option that the field has not',
      formOf([emailQuestion, { ...choiceOf('region', 'north', 'east'), lands: [{ field: 'region' }] }]),
      /offers “east”, which “Contact · region” has not among its options/,
    ],
    [
      'a landing in a record that the form does not open',
      formOf([{ ...emailQuestion, lands: [{ field: 'email' }, { record: 'deal', field: 'title' }] }]),
      /lands in a deal, but the form opens or updates none/,
    ],
    [
      'a translation that does not fit',
      formOf([{ ...emailQuestion, lands: [{ field: 'email', translate: 'year' }] }]),
      /cannot land in “Contact · Email” as its year/,
    ],
    [
      'a deal called by what is not in the form',
      formOf([emailQuestion], { records: { deal: { title: 'For {{ gone }}' } } }),
      /The title of the deal uses “gone”/,
    ],
    ['an unreadable template', formOf([emailQuestion], { messages: [{ ...notice, body: '{{ email' }] }), /Notice/],
  ])('finds %s', (_, form, text) => expect(faultsOf(form).join('\n')).toMatch(text))
  it('notes that deals of a form without an email belong to nobody', () => {
    const records = { deal: { title: 'A deal' } }
    const said = (questions: Parameters<typeof formOf>[0]) =>
      examineForm(formOf(questions, { ...sound, records }), resources).filter(({ text }) => text.includes('nobody'))
    expect(said([{ kind: 'short_text', name: 'wish', label: 'Wish' }])).toMatchObject([
      { severity: 'note', place: 'records' },
    ])
    expect(said([emailQuestion])).toEqual([])
  })
  it('warns of a row that an earlier one hides', () => {
    const row = { cells: {}, desk: 'north', message: 'notice' }
    const form = formOf([emailQuestion], { ...sound, routing: { rows: [row, row] } })
    expect(examineForm(form, resources).map(({ text }) => text)).toContain(
      'Row 2 never fires: row 1 before it fits every answer.',
    )
  })
})

describe('a definition', () => {
  it('refuses two values of one name, saying where', () => {
    const two = { title: 'x', steps: [{ name: 'one', title: 'One', questions: [emailQuestion, emailQuestion] }] }
    expect(formSchema.safeParse(two).error?.issues[0]).toMatchObject({
      path: ['steps', 0, 'questions', 1, 'name'],
      message: 'Two values are called “email”',
    })
  })
  it('refuses settings that contradict each other', () => {
    const bad = (settings: object) => {
      const question = { kind: 'number', name: 'n', label: 'N', ...settings }
      return formSchema.safeParse({ title: 'x', steps: [{ name: 'one', title: 'One', questions: [question] }] }).success
    }
    expect(bad({ minimum: 5, maximum: 1 })).toBe(false)
    expect(bad({ minimum: 5, step: 2 })).toBe(false)
    expect(bad({ minimum: 4, step: 2 })).toBe(true)
  })
  it('refuses keys it does not know', () => {
    expect(formSchema.safeParse({ title: 'x', steps: [{ name: 'a', title: 'A' }], stpes: [] }).success).toBe(false)
  })
})
