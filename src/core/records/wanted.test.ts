import { describe, expect, it } from 'vitest'
import { emailQuestion, formOf } from '../testing/forms'
import { joinWanted, wantedBy } from './wanted'

const studio = { kind: 'short_text' as const, name: 'studio', label: 'Studio' }
const form = formOf([emailQuestion, { ...studio, lands: [{ record: 'company' as const, field: 'name' }] }], {
  records: { company: true, deal: { title: 'Deal', again: 'same' } },
})
const nothing = { emails: [], contacts: [], companyKeys: [], domains: [], openings: false, houses: false }

describe('what a submission may match', () => {
  it('is the contact, the company by name and by domain, and what the form opened before', () => {
    const values = { email: 'ilka@alder.example', studio: 'Alder  Pottery' }
    expect(wantedBy(form, values, 'c1')).toEqual({
      emails: ['ilka@alder.example'],
      contacts: ['c1'],
      companyKeys: ['alder pottery'],
      domains: ['alder.example'],
      openings: true,
      houses: false,
    })
  })
  it('is no company where the form matches none, nor by a free mail domain', () => {
    const plain = formOf([emailQuestion, studio])
    expect(wantedBy(plain, { email: 'ilka@alder.example', studio: 'Alder' }, null)).toEqual({
      ...nothing,
      emails: ['ilka@alder.example'],
    })
    expect(wantedBy(form, { email: 'ilka@gmail.com' }, null).domains).toEqual([])
  })
  it('is only the holder of the link where the form cannot be read, and nothing for nobody', () => {
    expect(wantedBy(null, { email: 'a@b.example' }, 'c1')).toEqual({ ...nothing, contacts: ['c1'] })
    expect(wantedBy(form, {}, null)).toEqual({ ...nothing, openings: true })
  })
  it('of many is each thing once', () => {
    const one = wantedBy(form, { email: 'a@alder.example' }, 'c1')
    const other = wantedBy(form, { email: 'b@alder.example' }, 'c1')
    expect(joinWanted([one, other, one])).toMatchObject({
      emails: ['a@alder.example', 'b@alder.example'],
      contacts: ['c1'],
      domains: ['alder.example'],
    })
    expect(joinWanted([])).toEqual(nothing)
  })
})
