import { describe, expect, it } from 'vitest'
import { changesOf } from './changes_of'
import { planSubmission } from './plan'
import type { Snapshot } from './snapshot'
import { contactOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'

const ines = { id: 'ines', name: 'Ines' }
const kim = { id: 'kim', name: 'Kim' }
const desk = { name: 'north', title: 'North desk', addresses: ['n@tarnfield.example'] }

const formThat = (owner: 'nobody' | 'desk' | 'company') =>
  formOf(
    [
      emailQuestion,
      { kind: 'company', name: 'studio', label: 'Studio', lands: [{ record: 'company', field: 'name' }] },
    ],
    {
      records: { company: true, deal: { title: 'Kiln' }, owner },
      routing: { rows: [], otherwise: { desk: 'north', message: 'notice' } },
      messages: [{ name: 'notice', title: 'Notice', to: 'desk', subject: 'New', body: '{{ all_answers }}' }],
    },
  )

const plan = (owner: Parameters<typeof formThat>[0], more: Partial<Snapshot>) => {
  const values = { email: 'ada@alder.example', studio: 'Alder' }
  const visit = { linkHolder: null, submission: 's', form: 'f' }
  return planSubmission(formThat(owner), values, {}, visit, snapshotOf({ desks: [desk], ...more }))
}

const ownersIn = (made: ReturnType<typeof plan>) =>
  made.changes.flatMap(({ field, record, words, because }) => (field === '_owner' ? [[record, words.to, because]] : []))

const alder = contactOf('alder', '', { type: 'company', key: 'alder', values: { name: 'Alder' } })

describe('who sees to what a submission touches', () => {
  it('is nobody, where the form does not say', () => {
    expect(ownersIn(plan('nobody', { desks: [{ ...desk, owners: [ines] }] }))).toEqual([])
    expect(plan('desk', {})).toMatchObject({ changes: expect.not.arrayContaining([{ field: '_owner' }]) as unknown })
  })
  it('is the owner of the desk that is told; of several, each in turn', () => {
    const alone = plan('desk', { desks: [{ ...desk, owners: [ines], turn: 3 }] })
    expect(ownersIn(alone)).toEqual(['contact', 'company', 'deal'].map((one) => [one, 'Ines', 'Sees to North desk']))
    expect(alone.turn).toBeUndefined()
    const turns = [0, 1, 2].map((turn) => plan('desk', { desks: [{ ...desk, owners: [ines, kim], turn }] }))
    expect(turns.map((one) => ownersIn(one)[0]?.slice(1))).toEqual([
      ['Ines', 'Next in turn at North desk'],
      ['Kim', 'Next in turn at North desk'],
      ['Ines', 'Next in turn at North desk'],
    ])
    expect(turns.map(({ turn }) => turn)).toEqual(['north', 'north', 'north'])
  })
  it('is whoever sees to the company, where somebody does', () => {
    const records = [{ ...alder, owner: kim }]
    const made = plan('company', { records, desks: [{ ...desk, owners: [ines] }] })
    expect(ownersIn(made)).toEqual(['contact', 'deal'].map((one) => [one, 'Kim', 'Sees to the company']))
    const theirs = contactOf('ada', 'ada@alder.example', { company: 'alder', owner: ines })
    expect(ownersIn(plan('company', { records: [...records, theirs] }))).toEqual([
      ['deal', 'Kim', 'Sees to the company'],
    ])
    expect(ownersIn(plan('company', { records: [alder], desks: [{ ...desk, owners: [ines] }] }))).toHaveLength(3)
  })
  it('is a change like any other, and none that goes outside', () => {
    const made = plan('desk', { desks: [{ ...desk, owners: [ines] }] })
    expect(changesOf(made, { form: 'f', submission: 's' }, []).changes).toContainEqual(
      expect.objectContaining({ record: 'contact', slot: '_owner', from: null, to: ines }),
    )
    expect(made.routed[0]?.desk).toEqual(desk)
  })
})
