import { describe, expect, it } from 'vitest'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { tellVisitorsDifferences } from './as_visitors_see'
import { tellDifferences } from './differences'

const before = formOf([choiceOf('region', 'north', 'south'), emailQuestion])
const question = (more: object) => formOf([{ ...choiceOf('region', 'north', 'south'), ...more }, emailQuestion])

describe('what visitors will notice', () => {
  it('are words, questions and their order', () => {
    expect(tellVisitorsDifferences(before, question({ label: 'Where are you?' }))).toEqual([
      'Changed the question “Where are you?”: label',
    ])
    expect(tellVisitorsDifferences(before, formOf([emailQuestion]))).toEqual(['Removed the question “region”'])
    expect(tellVisitorsDifferences(before, question({ off: true }))).toEqual(['Removed the question “region”'])
  })
  it('is nothing of where answers go', () => {
    const behind = [
      question({ lands: [{ field: 'region' }] }),
      question({ fill: [{ from: 'link', parameter: 'region' }] }),
      { ...before, routing: { ...before.routing, columns: ['region'] } },
      { ...before, records: { ...before.records, company: true } },
      { ...before, carried: [{ name: 'source', label: 'Source', fill: [], lands: [] }] },
    ]
    for (const after of behind) {
      expect(tellDifferences(before, after)).toHaveLength(1)
      expect(tellVisitorsDifferences(before, after)).toEqual([])
    }
  })
  it('are mails to them, and none to desks', () => {
    const message = { name: 'm', title: 'Thanks', subject: 's', body: 'b', when: null, waits: null }
    const to = (audience: 'desk' | 'visitor') => ({ ...before, messages: [{ ...message, to: audience }] })
    expect(tellVisitorsDifferences(before, to('visitor'))).toEqual(['Added the message “Thanks”'])
    expect(tellVisitorsDifferences(before, to('desk'))).toEqual([])
  })
})
