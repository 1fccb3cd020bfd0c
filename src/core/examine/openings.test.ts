import { describe, expect, it } from 'vitest'
import { BUILT_IN_FIELDS } from '../fields/field'
import { choiceOf, emailQuestion, formOf } from '../testing/forms'
import { examineOpenings } from './openings'

const size = { ...choiceOf('size', 'small', 'large'), label: 'Size', lands: [{ record: 'deal', field: 'title' }] }
const found = (deal: object) =>
  examineOpenings(formOf([size as never, emailQuestion], { records: { deal: { title: 'x', ...deal } } } as never), [
    ...BUILT_IN_FIELDS,
    { record: 'deal', name: 'town', label: 'Town', type: 'text', options: [], retired: false },
  ]).map(({ severity, text }) => `${severity}: ${text}`)

describe('a deal that a form opens', () => {
  it('is sound where its stages are there, and what tells it lands', () => {
    expect(found({})).toEqual([])
    expect(found({ again: 'same', by: 'title' })).toEqual([])
    expect(found({ moves: [{ when: { value: 'size', is: 'equals', to: 'large' }, to: 'won' }] })).toEqual([])
  })
  it('is told by a field that is there and filled', () => {
    expect(found({ again: 'same', by: 'gone' })).toEqual([
      'fault: The deal of before is told by a field “gone” that does not exist.',
    ])
    expect(found({ again: 'same', by: 'town' })).toEqual([
      'warning: Nothing lands in Town, which tells one deal from another: each time another is opened.',
    ])
    expect(found({ by: 'gone' })).toEqual([])
  })
  it('moves to stages that are there, when something holds that can', () => {
    expect(found({ moves: [{ when: null, to: 'gone' }] })).toEqual([
      'fault: What puts the deal to “gone” means nothing: Deal · Stage has no such option.',
    ])
    expect(found({ moves: [{ when: { value: 'none', is: 'answered' }, to: 'won' }] })).toEqual([
      'fault: What puts the deal to Won tests “none”, which is not in the form.',
    ])
    expect(
      found({
        moves: [
          { when: null, to: 'won' },
          { when: null, to: 'lost' },
        ],
      }),
    ).toEqual(['warning: What comes after “always” never happens: the deal is Won each time.'])
  })
})
