import { describe, expect, it } from 'vitest'
import { explainPlan } from '../rehearse/explain'
import { readPlan } from './stored'

const older = {
  format: 'lichen-plan-2',
  person: { how: 'new', contact: null, email: 'ilka@x.example', because: 'Nobody has this address' },
  records: [],
  changes: [],
  lists: [],
  routed: [],
  messages: [
    {
      message: 'notice',
      title: 'Notice',
      desk: { name: 'north', title: 'North desk' },
      to: ['north@tarnfield.example'],
      audience: 'desk',
      from: { name: 'T', address: 'forms@tarnfield.example' },
      replyTo: null,
      subject: 'Hello',
      text: 'There',
      because: 'Row 1',
    },
  ],
  deliveries: [
    { key: 'mail:notice:north', to: 'mail', message: 0, because: 'Row 1' },
    { key: 'crm:contact', to: 'crm', because: 'A contact was made' },
  ],
  outcome: { title: 'Thank you', body: '' },
  findings: [],
}

describe('a plan of an older format', () => {
  it('is read as it would be made now, with nothing it said changed', () => {
    expect(readPlan(older)).toMatchObject({
      ...older,
      format: 'lichen-plan-3',
      deliveries: [
        { key: 'mail:notice:north', message: 0, connection: null, text: 'Mail “Notice” to north@tarnfield.example' },
        { key: 'crm:contact', message: null, connection: null, text: 'The CRM gets the contact' },
      ],
    })
  })
  it('can be told in lines', () => {
    const plan = readPlan(older)
    const lines = plan ? explainPlan(plan).map(({ text }) => text) : []
    expect(lines).toContain('The CRM gets the contact')
    expect(lines.filter((line) => line.includes('Notice'))).toHaveLength(1)
  })
  it('is left alone where it is one of now, or none', () => {
    const plan = readPlan(older)
    expect(readPlan(plan)).toBe(plan)
    expect(readPlan(null)).toBeNull()
  })
})
