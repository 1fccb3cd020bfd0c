import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { planSubmission, type VisitFacts } from './plan'
import type { Snapshot } from './snapshot'
import { choiceOf, contactOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'

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
const nobody = { linkHolder: null, submission: 'S1', form: 'F1' }
const holder = (linkHolder: string | null) => ({ ...nobody, linkHolder })

/** The plan of what was typed. */
const planOf = (form: Form, values: Answers, visit: VisitFacts, snapshot: Snapshot) =>
  planSubmission(form, values, {}, visit, snapshot)
const stranger = { email: 'ilka@studio.example', first_name: 'Ilka', region: 'north', letter: true }
const ilka = contactOf('c1', 'ilka@studio.example', {
  values: { first_name: 'Ilka', region: 'south' },
  lists: ['firing_notes'],
})

describe('a plan', () => {
  it('makes a contact of a stranger, joins the list, tells the desk and the visitor', () => {
    const plan = planOf(form, stranger, nobody, snapshotOf())
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
    expect(plan.deliveries.map(({ key }) => key)).toEqual(['mail:notice:north', 'mail:thanks', 'crm:crm'])
  })
  it('keeps, replaces, and never erases with a blank', () => {
    const plan = planOf(form, { ...stranger, first_name: null }, nobody, snapshotOf({ records: [ilka] }))
    expect(plan.person).toMatchObject({ how: 'email', contact: 'c1' })
    expect(plan.changes).toMatchObject([{ field: 'region', from: 'south', to: 'north', effect: 'kept' }])
    expect(plan.lists).toEqual([])
    expect(plan.deliveries.map(({ key }) => key)).not.toContain('crm:crm')
  })
  it('lets the answered address outrank a forwarded personal link', () => {
    const plan = planOf(
      form,
      { ...stranger, email: 'other@studio.example' },
      holder('c1'),
      snapshotOf({ records: [ilka] }),
    )
    expect(plan.person.how).toBe('new')
  })
  it('lands nothing on somebody else that was filled in for the holder of a link and left untouched', () => {
    const filled = { first_name: 'Ilka', region: 'south' }
    const given = { ...filled, email: 'friend@studio.example', letter: false }
    const origins = { first_name: 'record', region: 'typed', email: 'typed' } as const
    const friend = contactOf('c2', 'friend@studio.example')
    const landed = (records: Snapshot['records'], linkHolder: string | null) =>
      planSubmission(form, given, origins, holder(linkHolder), snapshotOf({ records })).changes.flatMap(
        ({ field, effect }) => (effect === 'set' ? [field] : []),
      )
    expect(landed([ilka], 'c1')).toEqual(['region', 'email'])
    expect(landed([ilka, friend], 'c1')).toEqual(['region'])
    // Typed anew, or without a link, it is the answer of whoever sends it.
    expect(landed([ilka, friend], null)).toEqual(['region', 'first_name'])
    const plan = planSubmission(form, given, origins, holder('c1'), snapshotOf({ records: [ilka, friend] }))
    expect(plan.changes.find(({ field }) => field === 'first_name')).toMatchObject({
      effect: 'kept',
      because: 'First name was filled in for the holder of the link, who is somebody else',
    })
    const own = { ...given, email: 'ilka@studio.example', first_name: 'Ilke' }
    const theirs = planSubmission(form, own, origins, holder('c1'), snapshotOf({ records: [ilka, friend] }))
    expect(theirs.changes.find(({ field }) => field === 'first_name')).toMatchObject({ effect: 'set', to: 'Ilke' })
  })
  it('knows the holder of a personal link who answers no address', () => {
    const plan = planOf(form, { first_name: 'Ilke' }, holder('c1'), snapshotOf({ records: [ilka] }))
    expect(plan.person).toMatchObject({ how: 'personal_link', contact: 'c1' })
    expect(plan.changes).toMatchObject([{ field: 'first_name', from: 'Ilka', to: 'Ilke', effect: 'set' }])
  })
  it('lands nothing for nobody, and still tells the desk', () => {
    const plan = planOf(form, { first_name: 'Ilka' }, nobody, snapshotOf())
    expect(plan).toMatchObject({ person: { how: 'nobody' }, changes: [], lists: [], routed: [{ row: null }] })
    expect(plan.messages.map(({ audience }) => audience)).toEqual(['desk'])
  })
  it('tells the owner where no desk is named', () => {
    const bare = formOf([emailQuestion])
    const plan = planOf(bare, { email: 'ilka@studio.example' }, nobody, snapshotOf())
    expect(plan.messages).toMatchObject([{ to: ['ines@tarnfield.example'], subject: 'A form: a new submission' }])
  })
  it('tells the owner where the desk has been emptied, and says so where there is no owner', () => {
    const desks = [
      { name: 'north', title: 'North desk', addresses: [] },
      { name: 'south', title: 'South desk', addresses: [] },
    ]
    const plan = planOf(form, stranger, nobody, snapshotOf({ desks }))
    expect(plan.messages[0]).toMatchObject({ to: ['ines@tarnfield.example'], message: 'notice' })
    expect(plan.routed[0]?.because).toMatch(/North desk has no address, so the form’s owner is told/)
    const left = planOf(form, stranger, nobody, snapshotOf({ desks, owner: null }))
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
    const plan = planOf(branches, values, nobody, snapshotOf({ records: [ilka] }))
    expect(plan.person).toMatchObject({ how: 'email', contact: 'c1' })
  })
  it('never overwrites the address a person is known by', () => {
    const claiming = formOf([emailQuestion, { ...emailQuestion, name: 'other', label: 'Other', required: false }], {
      carried: [{ name: 'claim', label: 'Claim', lands: [{ field: 'email' }] }],
    })
    const values = { email: 'ilka@studio.example', other: 'two@studio.example', claim: 'evil@studio.example' }
    const effects = (records: (typeof ilka)[], given: object, linkHolder: string | null) =>
      planOf(claiming, given as typeof values, holder(linkHolder), snapshotOf({ records })).changes.map(
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
    const plan = planOf(broken, { email: 'ilka@studio.example' }, nobody, snapshotOf())
    expect(plan.messages).toMatchObject([{ message: 'plain', to: ['north@tarnfield.example'] }])
    expect(plan.findings.slice(0, 3)).toEqual([
      expect.stringMatching(/“Notice” could not be written/),
      expect.stringMatching(/“Thanks” could not be written/),
      expect.stringMatching(/The visitor read “Thank you”, since the outcome’s title/),
    ])
    expect(plan.outcome).toEqual({ title: 'Thank you', body: 'x', because: 'The form’s only outcome' })
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
        const plan = planOf(form, values, holder(linkHolder), snapshotOf({ records: [ilka] }))
        const entries = [
          plan.person,
          ...plan.records,
          ...plan.changes,
          ...plan.lists,
          ...plan.routed,
          ...plan.messages,
          ...plan.deliveries,
        ]
        for (const { because } of entries) expect(because).not.toBe('')
        expect(planOf(form, values, holder(linkHolder), snapshotOf({ records: [ilka] }))).toEqual(plan)
        for (const { to } of plan.changes) expect(to).not.toBeNull()
        expect(JSON.parse(JSON.stringify(plan))).toEqual(plan)
      }),
    )
  })
  it('cannot be made to write a second mail header', () => {
    const plan = planOf(form, { ...stranger, first_name: 'Ilka\r\nBcc: all@studio.example' }, nobody, snapshotOf())
    expect(plan.messages[0]?.subject).toBe('From Ilka Bcc: all@studio.example')
  })

  describe('that opens and updates other records', () => {
    const enquiry = formOf(
      [
        { kind: 'short_text', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
        { ...choiceOf('region', 'north', 'south'), lands: [{ record: 'company', field: 'region', ifFilled: 'keep' }] },
        {
          kind: 'number',
          name: 'budget',
          label: 'Budget',
          lands: [{ record: 'deal', field: 'budget', ifFilled: 'larger' }],
        },
        emailQuestion,
      ],
      { records: { company: true, deal: { title: 'Kiln for {{ studio | default: "somebody" }}', again: 'same' } } },
    )
    const alder = {
      ...contactOf('k1', ''),
      type: 'company' as const,
      key: 'alder studio',
      domain: 'alder.example',
      values: { name: 'Alder Studio', region: 'NORTH' },
    }
    const answers = { studio: 'ALDER  Studio.', region: 'south', budget: 900, email: 'ilka@alder.example' }
    const told = (plan: ReturnType<typeof planOf>) =>
      plan.records.map(({ record, id, key, domain }) => [record, id, key, domain])
    const changed = (plan: ReturnType<typeof planOf>, which: string) =>
      plan.changes
        .filter(({ record }) => record === which)
        .map(({ field, to, words, effect }) => [field, to, words.to, effect])

    it('opens a company and a deal where there are none', () => {
      const plan = planOf(enquiry, answers, nobody, snapshotOf())
      expect(told(plan)).toEqual([
        ['contact', null, 'ilka@alder.example', null],
        ['company', null, 'alder studio', 'alder.example'],
        ['deal', null, null, null],
      ])
      expect(changed(plan, 'company')).toEqual([
        ['name', 'ALDER  Studio.', 'ALDER  Studio.', 'set'],
        ['region', 'SOUTH', 'SOUTH', 'set'],
      ])
      expect(changed(plan, 'deal')).toEqual([
        ['budget', 900, '900', 'set'],
        ['title', 'Kiln for ALDER Studio.', 'Kiln for ALDER Studio.', 'set'],
        ['stage', 'new', 'New', 'set'],
      ])
    })
    it('matches a company by its name, however it is written, and never renames it', () => {
      const plan = planOf(enquiry, { ...answers, email: 'ilka@mail.test' }, nobody, snapshotOf({ records: [alder] }))
      expect(told(plan)[1]).toEqual(['company', 'k1', 'alder studio', 'alder.example'])
      expect(changed(plan, 'company')).toEqual([
        ['name', 'ALDER  Studio.', 'ALDER  Studio.', 'kept'],
        ['region', 'SOUTH', 'SOUTH', 'kept'],
      ])
    })
    it('matches it by its people’s own mail domain, and never by that of a free mail service', () => {
      const records = [alder, { ...alder, id: 'k2', key: 'gmail', domain: 'gmail.com', values: { name: 'Gmail' } }]
      const company = (studio: string | null, email: string) =>
        told(planOf(enquiry, { ...answers, studio, email }, nobody, snapshotOf({ records })))
          .filter(([record]) => record === 'company')
          .map(([, id]) => id)
      expect(company(null, 'wim@mail.alder.example')).toEqual(['k1'])
      expect(company('Alder Clay', 'wim@alder.example')).toEqual(['k1'])
      expect(company(null, 'wim@gmail.com')).toEqual([])
      expect(company('Elm', 'wim@gmail.com')).toEqual([null])
    })
    it('updates the deal it opened before, for the same person only', () => {
      const before = { ...contactOf('d1', ''), type: 'deal' as const, key: 'd1', contact: 'c1', form: 'F1' }
      const deal = { ...before, values: { title: 'Kiln', stage: 'new', budget: 500 } }
      const send = (records: Snapshot['records'], budget: number) =>
        planOf(enquiry, { ...answers, budget, email: 'ilka@studio.example' }, nobody, snapshotOf({ records }))
      expect(told(send([ilka, deal], 900)).at(-1)?.[1]).toBe('d1')
      expect(changed(send([ilka, deal], 900), 'deal')).toEqual([['budget', 900, '900', 'set']])
      expect(changed(send([ilka, deal], 100), 'deal')).toEqual([['budget', 100, '100', 'kept']])
      expect(told(send([ilka, { ...deal, form: 'F2' }], 900)).at(-1)?.[1]).toBe(null)
      expect(told(send([ilka, { ...deal, contact: 'c2' }], 900)).at(-1)?.[1]).toBe(null)
    })
    it('makes no contact of a stranger where it says so, and still tells them', () => {
      const closed = { ...form, records: { ...form.records, contact: 'known' as const } }
      const plan = planOf(closed, stranger, nobody, snapshotOf())
      expect(plan).toMatchObject({ person: { how: 'unknown' }, records: [], changes: [], lists: [] })
      expect(plan.messages.map(({ audience }) => audience)).toEqual(['desk', 'visitor'])
      expect(planOf(closed, stranger, nobody, snapshotOf({ records: [ilka] })).person.how).toBe('email')
    })
  })
  it('lands no claim where a landing insists on what can be trusted', () => {
    const trusting = formOf([emailQuestion], {
      carried: [{ name: 'code', label: 'Code', lands: [{ field: 'region', trustedOnly: true, ifUnproven: 'change' }] }],
    })
    const values = { email: 'ilka@studio.example', code: 'north' }
    const effects = (origin: 'link' | 'record') =>
      planSubmission(trusting, values, { code: origin }, nobody, snapshotOf({ records: [ilka] })).changes.map(
        ({ effect }) => effect,
      )
    expect(effects('link')).toEqual(['kept'])
    expect(effects('record')).toEqual(['set'])
  })
  it('says what no field could take', () => {
    const odd = formOf([
      emailQuestion,
      { ...choiceOf('wares', 'glass', 'clay'), kind: 'several_choices', lands: [{ field: 'wares' }] } as never,
    ])
    const plan = planOf(odd, { email: 'ilka@studio.example', wares: ['clay'] }, nobody, snapshotOf({ records: [ilka] }))
    expect(plan.changes).toEqual([])
    expect(plan.findings).toContain('wares cannot land in wares: CLAY')
  })
})

describe('what goes to an address that a stranger wrote', () => {
  const aimed = formOf([{ kind: 'short_text', name: 'first_name', label: 'First name' }, emailQuestion], {
    carried: [{ name: 'code', label: 'Code' }],
    messages: [
      {
        name: 'thanks',
        title: 'Thanks',
        to: 'visitor',
        subject: 'Thank you, {{ first_name }}',
        body: 'From https://tarnfield.example to {{ first_name }}\n{{ all_answers }}',
      },
    ],
    outcome: { title: 'Thank you', body: '{{ all_answers }}' },
  })
  const values = { first_name: 'Win at https://prizes.example/now', email: 'ilka@studio.example', code: 'SPRING-7' }
  const mailTo = (visit: VisitFacts, snapshot: Snapshot) =>
    planOf(aimed, values, visit, snapshot).messages.find(({ audience }) => audience === 'visitor')

  it('has no link of theirs in its subject, none to press in its body, and nothing that was carried', () => {
    expect(mailTo(nobody, snapshotOf())).toMatchObject({
      subject: 'Thank you, Win at …',
      text: 'From https://tarnfield.example to Win at prizes . example / now\nFirst name: Win at prizes . example / now\nEmail: ilka@studio.example',
    })
    expect(planOf(aimed, values, nobody, snapshotOf()).outcome.body).not.toContain('SPRING-7')
  })
  it('is as they wrote it where a personal link shows that the address is theirs, and only then', () => {
    const other = contactOf('c2', 'bram@studio.example')
    const known = mailTo(holder('c1'), snapshotOf({ records: [ilka, other] }))
    expect(known?.subject).toBe('Thank you, Win at https://prizes.example/now')
    expect(known?.text).not.toContain('SPRING-7')
    for (const visit of [holder('c2'), nobody])
      expect(mailTo(visit, snapshotOf({ records: [ilka, other] }))?.subject).toBe('Thank you, Win at …')
  })
  it('tells a desk everything as it was written', () => {
    const plan = planOf(aimed, values, nobody, snapshotOf())
    const desk = plan.messages.find(({ audience }) => audience === 'desk')
    expect(desk?.text).toContain('https://prizes.example/now')
    expect(desk?.text).toContain('Code: SPRING-7')
  })

  it('asks a stranger to confirm by one mail, and joins whoever is known to be who they are at once', () => {
    const asking = { ...snapshotOf(), lists: [{ name: 'firing_notes', title: 'Firing notes', confirm: {} }] }
    const asked = planOf(form, stranger, nobody, asking)
    expect(asked.lists).toMatchObject([
      { list: 'firing_notes', pending: true, consent: { address: 'ilka@studio.example', proven: null } },
    ])
    expect(asked.messages.filter(({ join }) => join).map(({ to, subject }) => [to, subject])).toEqual([
      [['ilka@studio.example'], 'Please confirm: Firing notes'],
    ])
    // Whoever is not on the list yet cannot leave it.
    expect(asked.messages.map(({ leave }) => leave)).toEqual([undefined, undefined, undefined])
    expect(asked.outcome.asked).toBe(true)
    const fresh = { ...asking, records: [{ ...ilka, lists: [] }] }
    const known = planOf(form, stranger, holder('c1'), fresh)
    expect(known.lists).toMatchObject([{ consent: { proven: 'link' } }])
    expect([known.lists[0]?.pending, known.outcome.asked, known.messages.some(({ join }) => join)]).toEqual([
      undefined,
      undefined,
      false,
    ])
    // What is read after sending tells nobody who is on a list already.
    const member = planOf(form, stranger, nobody, { ...asking, records: [ilka] })
    expect([member.lists, member.messages.some(({ join }) => join), member.outcome.asked]).toEqual([[], false, true])
  })
})
