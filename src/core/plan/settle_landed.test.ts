import { expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf, snapshotOf } from '../testing/forms'
import { planSubmission } from './plan'
import { settleLanded } from './settle_landed'

const snapshot = snapshotOf()
const [north, south] = snapshot.desks
const form = formOf([emailQuestion, choiceOf('ware', 'glass', 'clay')], {
  carried: [
    { name: 'box', label: 'Box', fill: [{ from: 'running_number' }] },
    { name: 'told', label: 'Told', fill: [{ from: 'form', what: 'desk' }] },
  ],
  routing: {
    columns: ['ware'],
    rows: [{ cells: { ware: { is: 'equals', to: 'glass' } }, desk: north?.name ?? '', message: 'new' }],
    otherwise: { desk: south?.name ?? '', message: 'new' },
  },
  messages: [{ name: 'new', title: 'New', to: 'desk', subject: 'Box {{ box | default: "-" }}', body: '{{ told }}' }],
})
const facts = { linkHolder: null, submission: 's', form: 'f' }

it('settles the desks as the plan tells them, and the number that is next', () => {
  for (const ware of ['glass', 'clay']) {
    const sent = { values: { email: 'a@x.example', ware }, origins: {} }
    const settled = settleLanded(form, sent, snapshot, { number: 7, code: null })
    const plan = planSubmission(form, settled?.values ?? {}, settled?.origins ?? {}, facts, snapshot)
    expect(settled).toEqual({
      values: { ...sent.values, box: '7', told: plan.routed[0]?.desk.title },
      origins: { box: 'generated', told: 'form' },
      tookNumber: true,
      tookCode: null,
    })
    expect(plan.messages[0]).toMatchObject({
      subject: 'Box 7',
      text: expect.stringContaining(plan.routed[0]?.desk.title ?? '-'),
    })
  }
})

it('takes no number where there is none, or the answer has one; and nothing where nothing waits', () => {
  const sent = { values: { email: 'a@x.example' }, origins: {} }
  expect(settleLanded(form, sent, snapshot, { number: null, code: null })).toMatchObject({ tookNumber: false })
  const landed = { values: { ...sent.values, box: '3' }, origins: {} }
  expect(settleLanded(form, landed, snapshot, { number: 7, code: null })).toMatchObject({
    values: { box: '3' },
    tookNumber: false,
  })
  expect(settleLanded(formOf([emailQuestion]), sent, snapshot, { number: 7, code: null })).toBe(null)
})

it('gives whoever it is from their referral code, where the form asks for it', () => {
  const asking = formOf([emailQuestion], {
    carried: [{ name: 'code', label: 'Code', fill: [{ from: 'referral_code' }] }],
  })
  const sent = { values: { email: 'a@x.example' }, origins: {} }
  const settled = settleLanded(asking, sent, snapshot, { number: 7, code: 'K7QXM2PTQ' })
  expect(settled).toMatchObject({ values: { code: 'K7QXM2PTQ' }, tookNumber: false, tookCode: 'K7QXM2PTQ' })
  // Whoever is known had it from the first.
  const known = { values: { ...sent.values, code: 'G6ZMWX4R5' }, origins: {} }
  expect(settleLanded(asking, known, snapshot, { number: 7, code: 'K7QXM2PTQ' })).toBeNull()
})
