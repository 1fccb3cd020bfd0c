import { describe, expect, it } from 'vitest'
import type { FormInput } from '../form/definition'
import { emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { examineForm } from './examine'

const resources = {
  ...snapshotOf(),
  lists: [{ name: 'firing_notes', title: 'Firing notes' }],
  destinations: { forms: [{ slug: 'samples', name: 'Samples', live: true, before: ['old-samples'] }], sites: [] },
}

type Fills = NonNullable<NonNullable<FormInput['carried']>[number]['fill']>

const carrying = (fill: Fills, more: Partial<FormInput> = {}, lands: object[] = []) =>
  formOf([emailQuestion], { ...more, carried: [{ name: 'it', label: 'It', fill, lands } as never] })

const said = (form: ReturnType<typeof formOf>) => examineForm(form, resources).map(({ text }) => text)

describe('what fills read', () => {
  it.each<[string, Fills, string | null]>([
    ['a field that is there', [{ from: 'record', record: 'company', field: 'name' }], null],
    ['a field that is not', [{ from: 'record', record: 'company', field: 'gone' }], 'a company field “gone”'],
    ['a list that is there', [{ from: 'list', list: 'firing_notes' }], null],
    ['a list that is not', [{ from: 'list', list: 'gone' }], 'the list “gone”, which does not exist'],
    ['this form', [{ from: 'last_sent' }], null],
    ['another by the address it had', [{ from: 'last_sent', form: 'old-samples' }], null],
    ['a form that is not there', [{ from: 'last_sent', form: 'gone' }], 'the form “gone” was last sent'],
    ['nothing yet', [{ from: 'computed' }], '“It” is computed from nothing yet.'],
    ['what cannot be read', [{ from: 'computed', expression: '1 +' }], '“It” cannot be computed'],
    ['what is not filled', [{ from: 'computed', expression: 'email' }], 'from “email”, which is not filled before it'],
  ])('%s', (_, fill, expected) => {
    const told = said(carrying(fill)).filter((text) => text.startsWith('“It”'))
    if (expected === null) expect(told).toEqual([])
    else expect(told).toEqual([expect.stringContaining(expected)])
  })
})

describe('what is known only later', () => {
  const question = (more: object) => ({ kind: 'short_text' as const, name: 'wish', label: 'Wish', ...more })
  const early = (form: ReturnType<typeof formOf>) => said(form).filter((text) => text.includes('known'))
  const it_ = { value: 'it', is: 'answered' as const }
  it('fills no question', () => {
    const form = formOf([emailQuestion, question({ fill: [{ from: 'random_code' }] })])
    expect(early(form)).toEqual(['“Wish” cannot be filled from “random code”, which is known once the answer is sent.'])
  })
  it('decides nothing on the page, nor says anything there', () => {
    const carried = [{ name: 'it', label: 'It', fill: [{ from: 'random_code' as const }] }]
    const form = formOf([emailQuestion, question({ shownWhen: it_ })], {
      title: 'Take {{ it | default: "this" }}',
      carried,
    })
    expect(early(form)).toEqual([
      'When “Wish” shows depends on “It”, which is known only once the answer is sent.',
      'What the page says depends on “It”, which is known only once the answer is sent.',
    ])
  })
  it('is computed with by nothing that is known before', () => {
    const computed = (expression: string) => [{ from: 'computed' as const, expression }]
    const told = (source: 'random_code' | 'running_number') =>
      early(
        formOf([emailQuestion, { kind: 'computed', name: 'sum', label: 'Sum', expression: 'or(it, 1)' }], {
          carried: [
            { name: 'it', label: 'It', fill: [{ from: source }] },
            { name: 'after', label: 'After', fill: computed('it') },
          ],
        }),
      )
    // What is carried is computed as the code is drawn; a number comes too late for it.
    expect(told('random_code')).toEqual([
      'What “Sum” is computed from depends on “It”, which is known only once the answer is sent.',
    ])
    const carried = [
      { name: 'it', label: 'It', fill: [{ from: 'random_code' as const }] },
      { name: 'after', label: 'After', fill: computed('it') },
    ]
    const shown = { value: 'after', is: 'answered' as const }
    expect(early(formOf([emailQuestion, question({ shownWhen: shown })], { carried }))).toEqual([
      'When “Wish” shows depends on “After”, which is known only once the answer is sent.',
    ])
    expect(told('running_number')).toEqual([
      'What “Sum” is computed from depends on “It”, which is known only once the answer lands.',
      'What “After” is computed from depends on “It”, which is known only once the answer lands.',
    ])
  })
  it('routes nobody and thanks nobody, where landing settles it; a message may say it', () => {
    const more = {
      carried: [{ name: 'it', label: 'It', fill: [{ from: 'running_number' as const }] }],
      routing: { columns: ['it'] },
      outcomes: [{ name: 'other', called: 'Other', when: it_, title: 'Other', body: 'So' }],
      outcome: { title: 'You are number {{ it | default: "some" }}', body: 'So' },
      messages: [
        { name: 'box', title: 'Box', to: 'desk' as const, subject: 'Box {{ it | default: "some" }}', body: '-' },
      ],
    }
    expect(early(formOf([emailQuestion], more))).toEqual([
      'The routing table depends on “It”, which is known only once the answer lands.',
      'Who comes to the outcome “Other” depends on “It”, which is known only once the answer lands.',
      'What the outcome says depends on “It”, which is known only once the answer lands.',
    ])
    const drawn = { ...more, routing: {}, carried: [{ ...more.carried[0], fill: [{ from: 'random_code' as const }] }] }
    expect(early(formOf([emailQuestion], drawn as never))).toEqual([])
  })
})

describe('claims', () => {
  const lands = [{ field: 'last_name', trustedOnly: true }]
  const told = (fill: Fills, to: object[] = lands) => said(carrying(fill, {}, to)).filter((text) => /claim/.test(text))
  it('that alone fill what takes none are told', () => {
    expect(told([{ from: 'link', parameter: 'it' }, { from: 'page_before' }])).toEqual([
      '“It” lands only what is more than a claim, and nothing but claims fills it: it never lands.',
    ])
    expect(
      told([
        { from: 'link', parameter: 'it' },
        { from: 'record', field: 'last_name' },
      ]),
    ).toEqual([])
    expect(told([{ from: 'link', parameter: 'it' }], [{ field: 'last_name' }])).toEqual([])
  })
})

describe('greetings', () => {
  const told = (fill: Fills, title: string) => said(carrying(fill, { title })).filter((text) => text.includes('greets'))
  it('of those who are known are told with what everybody else reads', () => {
    const title = '{{ it | default: "Hello" }}, come in'
    expect(told([{ from: 'record', field: 'first_name' }], title)).toEqual([
      'The title greets people who come by a personal link. Everybody else reads “Hello, come in”.',
    ])
    expect(
      told(
        [
          { from: 'record', field: 'first_name' },
          { from: 'link', parameter: 'n' },
        ],
        title,
      ),
    ).toEqual([])
    expect(told([{ from: 'record', field: 'first_name' }], 'Come in')).toEqual([])
  })
})
