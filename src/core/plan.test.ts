import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planSubmission } from './plan'
import { choiceOf, emailQuestion, formOf, snapshotOf } from './testing/forms'

const form = formOf(
  [
    { ...choiceOf('region', 'north', 'south'), lands: [{ field: 'region', ifFilled: 'keep' }] },
    { kind: 'short_text', name: 'first_name', label: 'First name', lands: [{ field: 'first_name' }] },
    emailQuestion,
    { kind: 'consent', name: 'letter', label: 'Firing notes', wording: 'Send me Firing notes.' },
  ],
  {
    joins: [{ list: 'firing_notes', consent: 'letter' }],
    messages: [
      {
        name: 'notice',
        title: 'Notice',
        to: 'desk',
        subject: 'From {{ first_name | default: "somebody" }}',
        body: '{{ all_answers }}',
      },
      {
        name: 'thanks',
        title: 'Thanks',
        to: 'visitor',
        subject: 'Thank you',
        body: 'Hello {{ first_name | default: "there" }}',
        when: { value: 'letter', is: 'equals', to: true },
      },
    ],
    routing: {
      columns: ['region'],
      rows: [{ cells: { region: { is: 'equals', to: 'north' } }, desk: 'north', message: 'notice' }],
      otherwise: { desk: 'south', message: 'notice' },
    },
  },
)
const nobody = { linkHolder: null, submission: 'S1' }
const holder = (linkHolder: string | null) => ({ linkHolder, submission: 'S1' })
const stranger = { email: 'ilka@studio.example', first_name: 'Ilka', region: 'north', letter: true }
const ilka = {
  id: 'c1',
  email: 'ilka@studio.example',
  values: { email: 'ilka@studio.example', first_name: 'Ilka', region: 'south' },
  lists: ['firing_notes'],
}

describe('a plan', () => {
  it('makes a contact of a stranger, joins the list, tells the desk and the visitor', () => {
    const plan = planSubmission(form, stranger, nobody, snapshotOf())
    expect(plan.person).toMatchObject({ how: 'new', email: 'ilka@studio.example' })
    expect(plan.changes.map(({ field, to, effect }) => [field, to, effect])).toEqual([
      ['region', 'north', 'set'],
      ['first_name', 'Ilka', 'set'],
      ['email', 'ilka@studio.example', 'set'],
    ])
    expect(plan.lists).toMatchObject([{ list: 'firing_notes', wording: 'Send me Firing notes.' }])
    expect(plan.messages.map(({ to, subject }) => [to, subject])).toEqual([
      [['north@tarnfield.example'], 'From Ilka'],
      [['ilka@studio.example'], 'Thank you'],
    ])
    expect(plan.deliveries.map(({ key }) => key)).toEqual(['mail:notice', 'mail:thanks', 'crm:contact'])
  })
  it('keeps, replaces, and never erases with a blank', () => {
    const plan = planSubmission(form, { ...stranger, first_name: null }, nobody, snapshotOf({ contacts: [ilka] }))
    expect(plan.person).toMatchObject({ how: 'email', contact: 'c1' })
    expect(plan.changes).toMatchObject([{ field: 'region', from: 'south', to: 'north', effect: 'kept' }])
    expect(plan.lists).toEqual([])
    expect(plan.deliveries.map(({ key }) => key)).not.toContain('crm:contact')
  })
  it('lets the answered address outrank a forwarded personal link', () => {
    const plan = planSubmission(
      form,
      { ...stranger, email: 'other@studio.example' },
      holder('c1'),
      snapshotOf({ contacts: [ilka] }),
    )
    expect(plan.person.how).toBe('new')
  })
  it('knows the holder of a personal link who answers no address', () => {
    const plan = planSubmission(form, { first_name: 'Ilke' }, holder('c1'), snapshotOf({ contacts: [ilka] }))
    expect(plan.person).toMatchObject({ how: 'personal_link', contact: 'c1' })
    expect(plan.changes).toMatchObject([{ field: 'first_name', from: 'Ilka', to: 'Ilke', effect: 'set' }])
  })
  it('lands nothing for nobody, and still tells the desk', () => {
    const plan = planSubmission(form, { first_name: 'Ilka' }, nobody, snapshotOf())
    expect(plan).toMatchObject({ person: { how: 'nobody' }, changes: [], lists: [], routed: { row: null } })
    expect(plan.messages.map(({ audience }) => audience)).toEqual(['desk'])
  })
  it('tells the owner where no desk is named', () => {
    const bare = formOf([emailQuestion])
    const plan = planSubmission(bare, { email: 'ilka@studio.example' }, nobody, snapshotOf())
    expect(plan.messages).toMatchObject([{ to: ['ines@tarnfield.example'], subject: 'A form: a new submission' }])
  })
  it('tells the owner where the desk has been emptied, and says so where there is no owner', () => {
    const desks = [
      { name: 'north', title: 'North desk', addresses: [] },
      { name: 'south', title: 'South desk', addresses: [] },
    ]
    const plan = planSubmission(form, stranger, nobody, snapshotOf({ desks }))
    expect(plan.messages[0]).toMatchObject({ to: ['ines@tarnfield.example'], message: 'notice' })
    expect(plan.routed.because).toMatch(/North desk has no address, so the form’s owner is told/)
    const left = planSubmission(form, stranger, nobody, snapshotOf({ desks, owner: null }))
    expect(left.messages.map(({ audience }) => audience)).toEqual(['visitor'])
    expect(left.findings[0]).toMatch(/^Nobody is told/)
    expect(left.person.how).toBe('new')
  })
  it('is matched by whichever email was really answered', () => {
    const branches = formOf([
      choiceOf('who', 'me', 'studio'),
      { ...emailQuestion, required: false, shownWhen: { value: 'who', is: 'equals', to: 'me' } },
      {
        ...emailQuestion,
        name: 'studio_email',
        required: false,
        shownWhen: { value: 'who', is: 'equals', to: 'studio' },
      },
    ])
    const values = { who: 'studio', email: null, studio_email: 'ilka@studio.example' }
    const plan = planSubmission(branches, values, nobody, snapshotOf({ contacts: [ilka] }))
    expect(plan.person).toMatchObject({ how: 'email', contact: 'c1' })
  })
  it('never overwrites the address a person is known by', () => {
    const claiming = formOf([emailQuestion, { ...emailQuestion, name: 'other', label: 'Other', required: false }], {
      carried: [{ name: 'claim', label: 'Claim', lands: [{ field: 'email' }] }],
    })
    const values = { email: 'ilka@studio.example', other: 'two@studio.example', claim: 'evil@studio.example' }
    const effects = (contacts: (typeof ilka)[], given: object, linkHolder: string | null) =>
      planSubmission(claiming, given as typeof values, holder(linkHolder), snapshotOf({ contacts })).changes.map(
        ({ field, to, effect }) => [field, to, effect],
      )
    expect(effects([ilka], values, null)).toEqual([['email', 'two@studio.example', 'kept']])
    expect(effects([], values, null)).toEqual([['email', 'ilka@studio.example', 'set']])
    expect(effects([ilka], { claim: 'evil@studio.example' }, 'c1')).toEqual([['email', 'evil@studio.example', 'kept']])
  })
  it('goes on where a template cannot be rendered', () => {
    const broken = formOf([emailQuestion], {
      messages: [
        { name: 'notice', title: 'Notice', to: 'desk', subject: '{{ x', body: 'b' },
        { name: 'thanks', title: 'Thanks', to: 'visitor', subject: 's', body: '{% bad %}' },
      ],
      routing: { otherwise: { desk: 'north', message: 'notice' } },
      outcome: { title: 'Thanks {{ email', body: 'x' },
    })
    const plan = planSubmission(broken, { email: 'ilka@studio.example' }, nobody, snapshotOf())
    expect(plan.messages).toMatchObject([{ message: 'plain', to: ['north@tarnfield.example'] }])
    expect(plan.findings.slice(0, 3)).toEqual([
      expect.stringMatching(/“Notice” could not be written/),
      expect.stringMatching(/“Thanks” could not be written/),
      expect.stringMatching(/The visitor read “Thank you”, since the outcome’s title/),
    ])
    expect(plan.outcome).toEqual({ title: 'Thank you', body: 'x' })
  })
  it('gives every entry its because, and the same plan every time', () => {
    const answers = fc.record({
      email: fc.constantFrom(null, 'ilka@studio.example', 'new@studio.example'),
      first_name: fc.option(fc.string()),
      region: fc.constantFrom(null, 'north', 'south'),
      letter: fc.boolean(),
    })
    fc.assert(
      fc.property(answers, fc.constantFrom(null, 'c1'), (values, linkHolder) => {
        const plan = planSubmission(form, values, holder(linkHolder), snapshotOf({ contacts: [ilka] }))
        const entries = [plan.person, ...plan.changes, ...plan.lists, plan.routed, ...plan.messages, ...plan.deliveries]
        for (const { because } of entries) expect(because).not.toBe('')
        expect(planSubmission(form, values, holder(linkHolder), snapshotOf({ contacts: [ilka] }))).toEqual(plan)
        for (const { to } of plan.changes) expect(to).not.toBeNull()
        expect(JSON.parse(JSON.stringify(plan))).toEqual(plan)
      }),
    )
  })
  it('cannot be made to write a second mail header', () => {
    const plan = planSubmission(
      form,
      { ...stranger, first_name: 'Ilka\r\nBcc: all@studio.example' },
      nobody,
      snapshotOf(),
    )
    expect(plan.messages[0]?.subject).toBe('From Ilka Bcc: all@studio.example')
  })
})
