import { describe, expect, it } from 'vitest'
import { contactOf, emailQuestion, formOf } from '../testing/forms'
import { companyNameIn, emailIn, matchCompany, matchOpening, matchPerson } from './match'
import type { RecordState } from './record'

const ilka = contactOf('c1', 'ilka@x.example')
const recordOf = (type: RecordState['type'], id: string, more: Partial<RecordState> = {}): RecordState => ({
  ...contactOf(id, ''),
  type,
  key: id,
  values: {},
  ...more,
})

describe('who a submission is from', () => {
  const because = (...given: Parameters<typeof matchPerson>) => {
    const { how, contact, because: why } = matchPerson(...given)
    return [how, contact, why]
  }
  const linkOf = (id: string) => ({ id, by: 'link' as const })
  it('is told by the address, and the reason says whether the link agrees', () => {
    expect(because({ email: 'ilka@x.example' }, null, [ilka])).toEqual([
      'email',
      'c1',
      'The address ilka@x.example belongs to this contact',
    ])
    expect(because({ email: 'ilka@x.example' }, linkOf('c1'), [ilka])).toEqual([
      'email',
      'c1',
      'The personal link and the address belong to this contact',
    ])
    expect(because({ email: 'ilka@x.example' }, linkOf('c2'), [ilka])[2]).toBe(
      'The address ilka@x.example belongs to this contact',
    )
    expect(because({ email: 'new@x.example' }, null, [ilka])).toEqual([
      'new',
      null,
      'No contact has the address new@x.example',
    ])
    expect(because({ email: 'new@x.example' }, null, [ilka], { opens: false, phone: 'before link' })).toEqual([
      'unknown',
      null,
      'No contact has the address new@x.example, and this form opens none',
    ])
  })
  it('is told by a phone number where no address was answered, before the link or after it, as the form says', () => {
    const called = (id: string, phone: string) => ({ ...contactOf(id, `${id}@x.example`), values: { mobile: phone } })
    const [ada, bo] = [called('ada', '+46701740605'), called('bo', '+46701740606')]
    const by = (phone: string, holder: string | null, how: 'before link' | 'after link' | 'never' = 'before link') =>
      matchPerson(
        { email: null, phone },
        holder === null ? null : linkOf(holder),
        [ada, bo, called('cy', '+46701740606')],
        {
          opens: true,
          phone: how,
        },
      )
    expect(by('+46701740605', null)).toEqual({
      how: 'phone',
      contact: 'ada',
      // Nothing is mailed to an address that nobody gave.
      email: null,
      because: 'No address was answered; the phone number +46701740605 belongs to this contact',
    })
    expect(by('+46701740605', 'ada')).toMatchObject({ how: 'phone', contact: 'ada', email: 'ada@x.example' })
    expect(by('+46701740605', 'bo')).toMatchObject({ how: 'phone', contact: 'ada', email: null })
    expect(by('+46701740605', 'bo', 'after link')).toMatchObject({ how: 'personal_link', contact: 'bo' })
    expect(by('+46701740605', null, 'after link')).toMatchObject({ how: 'phone', contact: 'ada' })
    expect(by('+46701740605', null, 'never')).toMatchObject({ how: 'nobody', contact: null })
    // A number that several have tells nobody apart, and one that nobody has opens nothing.
    expect(by('+46701740606', 'bo')).toMatchObject({ how: 'personal_link', contact: 'bo' })
    expect(by('+46701740606', null).because).toContain('2 contacts have the phone number +46701740606')
    expect(by('+46701740609', null).because).toContain('no contact has the phone number +46701740609')
    // An address comes before any number.
    expect(matchPerson({ email: 'new@x.example', phone: '+46701740605' }, null, [ada])).toMatchObject({ how: 'new' })
  })
  it('is the holder of the link, or nobody, where no address was answered', () => {
    expect(because({ email: null }, linkOf('c1'), [ilka])[0]).toBe('personal_link')
    expect(because({ email: null }, { id: 'c1', by: 'browser' }, [ilka])).toEqual([
      'remembered',
      'c1',
      'No address was answered; the remembered browser belongs to this contact',
    ])
    expect(because({ email: null }, linkOf('c2'), [ilka])).toEqual([
      'nobody',
      null,
      'No address was answered and there was no personal link',
    ])
  })
  it('is a contact, never another record that goes by the same', () => {
    const house = recordOf('company', 'k1', { key: 'ilka@x.example' })
    expect(because({ email: 'ilka@x.example' }, null, [house])[0]).toBe('new')
    expect(because({ email: null }, linkOf('k1'), [house])[0]).toBe('nobody')
  })
  it('is told by the first address that was answered', () => {
    const form = formOf([emailQuestion, { ...emailQuestion, name: 'other', required: false }])
    expect(emailIn(form, { email: '', other: 'b@x.example' })).toBe('b@x.example')
    expect(emailIn(form, { email: null, other: '' })).toBeNull()
    expect(emailIn(form, { email: 'a@x.example', other: 'b@x.example' })).toBe('a@x.example')
  })
})

describe('a company', () => {
  const alder = recordOf('company', 'k1', { key: 'alder', domain: 'alder.example', values: { name: 'Alder' } })
  const elm = recordOf('company', 'k2', { key: 'elm', values: { name: 'Elm' } })

  it('is matched by its name before its domain, with the reason', () => {
    expect(matchCompany('ALDER', 'a@elm.example', [elm, alder])).toEqual({
      record: 'company',
      id: 'k1',
      key: 'alder',
      domain: 'alder.example',
      title: 'Alder',
      because: 'A company is called “ALDER”',
    })
    expect(matchCompany(null, 'a@alder.example', [elm, alder])).toMatchObject({
      id: 'k1',
      because: 'Its people write from alder.example',
    })
    expect(matchCompany('Oak', 'a@oak.example', [elm, alder])).toEqual({
      record: 'company',
      id: null,
      key: 'oak',
      domain: 'oak.example',
      title: null,
      because: 'No company is called “Oak”',
    })
  })
  it('gets the domain of its people where it has none', () => {
    expect(matchCompany('Elm', 'a@elm.example', [elm])).toMatchObject({ id: 'k2', domain: 'elm.example' })
    expect(matchCompany('Elm', null, [elm])).toMatchObject({ id: 'k2', domain: null })
  })
  it('is none where neither says anything, and never a record of another sort', () => {
    expect(matchCompany(null, null, [alder, elm])).toBeNull()
    expect(matchCompany(' . ', null, [alder, recordOf('company', 'k3', { key: '' })])).toBeNull()
    expect(matchCompany(null, null, [recordOf('company', 'k3', { domain: null })])).toBeNull()
    const contact = contactOf('c1', 'alder', { domain: 'alder.example' })
    expect(matchCompany('Alder', null, [contact])).toMatchObject({ id: null })
    expect(matchCompany(null, 'a@alder.example', [contact])).toBeNull()
  })
  it.each([
    ['a@GMAIL.com', null],
    ['a@mail.alder.example', 'alder.example'],
    ['a@Alder.Example', 'alder.example'],
    ['a', null],
    ['a@localhost', null],
    ['a@ringers.blogspot.com', 'ringers.blogspot.com'],
  ])('of %s has the domain %s', (email, domain) => {
    expect(matchCompany('Oak', email, [])?.domain).toBe(domain)
  })
  it('is called what lands in its name', () => {
    const text = (name: string, ...lands: object[]) => ({ kind: 'short_text', name, label: name, lands }) as never
    const form = formOf([
      text('region', { record: 'company', field: 'region' }),
      text('mine', { record: 'contact', field: 'first_name' }),
      text('deal', { record: 'deal', field: 'title' }),
      text('first', { record: 'company', field: 'name' }),
      text('second', { record: 'company', field: 'name' }),
    ])
    const answers = { region: 'north', mine: 'Ilka', deal: 'Kiln', first: '', second: 'Alder' }
    expect(companyNameIn(form, answers)).toBe('Alder')
    expect(companyNameIn(form, { ...answers, first: 'Elm' })).toBe('Elm')
    expect(companyNameIn(form, { ...answers, second: null })).toBeNull()
  })
})

describe('a deal or a request', () => {
  const deal = recordOf('deal', 'd1', { contact: 'c1', form: 'F1', values: { title: 'Kiln' } })
  const same = { title: 'x', again: 'same' as const, by: null, moves: [] }

  it('is the one that this form opened for the same person, where the form says so', () => {
    expect(matchOpening('deal', same, null, 'c1', 'F1', [deal])).toEqual({
      record: 'deal',
      id: 'd1',
      key: null,
      domain: null,
      title: 'Kiln',
      because: 'This form opened it for the same person',
    })
    expect(matchOpening('request', same, null, 'c1', 'F1', [deal])).toMatchObject({
      id: null,
      because: 'This form opens a request',
    })
    expect(matchOpening('deal', { ...same, again: 'another' }, null, 'c1', 'F1', [deal]).id).toBeNull()
    expect(matchOpening('deal', same, null, null, 'F1', [{ ...deal, contact: null }]).id).toBeNull()
  })
  it('is not one that is over, and what is over a form may say', () => {
    const won = { ...deal, values: { ...deal.values, stage: 'won' } }
    const older = { ...deal, id: 'd0' }
    const met = (opening: object, ...records: RecordState[]) =>
      matchOpening('deal', { ...same, ...opening }, null, 'c1', 'F1', records).id
    expect([met({}, won), met({}, won, older), met({ ended: [] }, won, older)]).toEqual([null, 'd0', 'd1'])
    expect(met({ ended: ['quoted'] }, { ...deal, values: { stage: 'quoted' } })).toBeNull()
  })
  it('is told from another by a field, where the form says so', () => {
    const [small, blank] = [
      { ...deal, values: { size: 'small' } },
      { ...deal, id: 'd2', values: {} },
    ]
    const met = (told: string | null) =>
      matchOpening('deal', { ...same, by: 'size' }, told, 'c1', 'F1', [small, blank]).id
    expect([met('small'), met('large'), met(null)]).toEqual(['d1', null, 'd2'])
  })
})

describe('what was merged into another', () => {
  const also = [{ key: 'old@kiln.example', domain: null }]
  const ada = { ...contactOf('ada', 'ada@kiln.example'), also }
  it('is met as that one, and told', () => {
    expect(matchPerson({ email: 'old@kiln.example' }, null, [ada])).toMatchObject({
      how: 'email',
      contact: 'ada',
      because: 'The address old@kiln.example is one that this contact had, too',
    })
  })
  it('gives way to whoever has the address now', () => {
    const other = contactOf('other', 'old@kiln.example')
    expect(matchPerson({ email: 'old@kiln.example' }, null, [ada, other])).toMatchObject({ contact: 'other' })
  })
  it('is met by a company’s old name and domain', () => {
    const house = {
      ...contactOf('house', 'alder'),
      type: 'company' as const,
      values: { name: 'Alder' },
      also: [{ key: 'elder sons', domain: 'elder.example' }],
    }
    expect(matchCompany('Elder & Sons', null, [house])).toMatchObject({ id: 'house' })
    expect(matchCompany(null, 'ida@elder.example', [house])).toMatchObject({ id: 'house' })
  })
})
