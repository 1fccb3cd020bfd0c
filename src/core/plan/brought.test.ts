import { describe, expect, it } from 'vitest'
import { BROUGHT_SLOT } from '../changes/slot'
import { contactOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { changesOf } from './changes_of'
import { planSubmission } from './plan'

const CODE = 'K7QXM2PTQ'
const ilka = contactOf('c1', 'ilka@x.example', { codes: ['G6ZMWX4R5', CODE], values: { first_name: 'Ilka' } })
const oda = contactOf('c2', 'oda@x.example', { codes: [] })
const form = formOf([emailQuestion, { kind: 'referral_code', name: 'friend', label: 'Who sent you?' }], {
  records: { broughtBy: 'friend' },
})
const planOf = (email: string, friend: string | null, one = form) =>
  planSubmission(
    one,
    { email, friend },
    {},
    { linkHolder: null, submission: 's', form: 'f' },
    snapshotOf({ records: [ilka, oda] }),
  )

describe('whoever is new', () => {
  it('is brought along by whoever has the code that they said, by any that is theirs', () => {
    const plan = planOf('new@x.example', CODE)
    expect(plan.brought).toEqual({
      contact: 'c1',
      title: 'Ilka',
      because: '“Who sent you?” is their code K7Q XM2 PTQ',
    })
    expect(plan.findings.filter((one) => one.includes('code'))).toEqual([])
    expect(changesOf(plan, { form: 'f', submission: 's' }, [ilka, oda]).ties).toEqual([
      { record: 'contact', slot: BROUGHT_SLOT, to: 'c1', because: '“Who sent you?” is their code K7Q XM2 PTQ' },
    ])
  })
  it.each([
    ['oda@x.example', CODE, 'The referral code K7Q XM2 PTQ is that of Ilka; who sent this was known before'],
    ['ilka@x.example', CODE, 'The referral code K7Q XM2 PTQ is their own'],
    ['new@x.example', 'T7KQM4PLW', 'Nobody has the referral code T7K QM4 PLW'],
    ['new@x.example', 'K7QXM2PTT', '“Who sent you?” is no referral code: K7QXM2PTT'],
  ])('and nobody else is: %s with %s', (email, friend, why) => {
    const plan = planOf(email, friend)
    expect(plan).not.toHaveProperty('brought')
    expect(plan.findings).toContain(why)
  })
  it('is brought by nobody where no code was said, or the form makes no contacts', () => {
    expect(planOf('new@x.example', null)).not.toHaveProperty('brought')
    const known = { ...form, records: { ...form.records, contact: 'known' as const } }
    const plan = planOf('new@x.example', CODE, known)
    expect(plan).not.toHaveProperty('brought')
    expect(plan.findings).toContain('The referral code K7Q XM2 PTQ is that of Ilka, and nobody became a contact by it')
  })
})
