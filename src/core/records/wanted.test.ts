import { describe, expect, it } from 'vitest'
import { emailQuestion, formOf } from '../testing/forms'
import { joinWanted, NOTHING_WANTED, wantedBy } from './wanted'

const studio = { kind: 'short_text' as const, name: 'studio', label: 'Studio' }
const form = formOf([emailQuestion, { ...studio, lands: [{ record: 'company' as const, field: 'name' }] }], {
  records: { company: true, deal: { title: 'Deal', again: 'same' } },
})

describe('what a submission may match', () => {
  it('is the contact, the company by name and by domain, and what the form opened before', () => {
    const values = { email: 'ilka@alder.example', studio: 'Alder  Pottery' }
    expect(wantedBy(form, values, 'c1')).toEqual({
      ...NOTHING_WANTED,
      emails: ['ilka@alder.example'],
      contacts: ['c1'],
      companyKeys: ['alder pottery'],
      domains: ['alder.example'],
      openings: true,
    })
  })
  it('is no company where the form matches none, nor by a free mail domain', () => {
    const plain = formOf([emailQuestion, studio])
    expect(wantedBy(plain, { email: 'ilka@alder.example', studio: 'Alder' }, null)).toEqual({
      ...NOTHING_WANTED,
      emails: ['ilka@alder.example'],
    })
    expect(wantedBy(form, { email: 'ilka@gmail.com' }, null).domains).toEqual([])
  })
  it('is only the holder of the link where the form cannot be read, and nothing for nobody', () => {
    expect(wantedBy(null, { email: 'a@b.example' }, 'c1')).toEqual({ ...NOTHING_WANTED, contacts: ['c1'] })
    expect(wantedBy(form, {}, null)).toEqual({ ...NOTHING_WANTED, openings: true })
  })
  it('is whoever brought them along, by a code without a slip, and the codes of whoever it is', () => {
    const code = { kind: 'short_text' as const, name: 'friend', label: 'Friend' }
    const brought = formOf([emailQuestion, code], { records: { broughtBy: 'friend' } })
    expect(wantedBy(brought, { friend: 'k7q xm2 ptq' }, null)).toMatchObject({ codes: ['K7QXM2PTQ'], ownCodes: true })
    expect(wantedBy(brought, { friend: 'K7QXM2PTT' }, null)).toEqual(NOTHING_WANTED)
    const own = formOf([emailQuestion], { carried: [{ name: 'c', label: 'C', fill: [{ from: 'referral_code' }] }] })
    expect(wantedBy(own, {}, null)).toEqual({ ...NOTHING_WANTED, ownCodes: true })
  })
  it('of many is each thing once', () => {
    const one = wantedBy(form, { email: 'a@alder.example' }, 'c1')
    const other = wantedBy(form, { email: 'b@alder.example' }, 'c1')
    expect(joinWanted([one, other, one])).toMatchObject({
      emails: ['a@alder.example', 'b@alder.example'],
      contacts: ['c1'],
      domains: ['alder.example'],
    })
    expect(joinWanted([])).toEqual(NOTHING_WANTED)
  })
})
