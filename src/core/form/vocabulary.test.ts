import { describe, expect, it } from 'vitest'
import { choiceOf, formOf } from '../testing/forms'
import { type Condition, makeGroup, type Test } from '../logic/condition'
import { describeCell, describeCondition, describeExpectation, operatorWords, tellCondition } from '../logic/describe'
import { vocabularyOf } from './vocabulary'

const form = formOf([
  { ...choiceOf('supply', 'single', 'three'), label: 'Which supply?' },
  { ...choiceOf('wares', 'glass', 'clay'), kind: 'several_choices', label: 'Wares' } as never,
  { kind: 'date', name: 'when', label: 'When' },
  { kind: 'time', name: 'at', label: 'At' },
  { kind: 'number', name: 'size', label: 'Size' },
])

describe('a condition in words', () => {
  it.each([
    ['supply', { is: 'equals', to: 'three' }, 'is THREE'],
    ['supply', { is: 'differs', to: 'three' }, 'is not THREE'],
    ['supply', { is: 'one_of', to: ['single', 'three'] }, 'is one of SINGLE or THREE'],
    ['supply', { is: 'one_of', to: ['three'] }, 'is THREE'],
    ['supply', { is: 'none_of', to: ['single', 'three'] }, 'is none of SINGLE or THREE'],
    ['supply', { is: 'none_of', to: ['three'] }, 'is not THREE'],
    ['wares', { is: 'includes', to: ['glass', 'clay'] }, 'includes any of GLASS or CLAY'],
    ['wares', { is: 'includes', to: ['clay'] }, 'includes CLAY'],
    ['wares', { is: 'includes_all', to: ['glass', 'clay'] }, 'includes all of GLASS and CLAY'],
    ['wares', { is: 'includes_all', to: ['clay'] }, 'includes CLAY'],
    ['wares', { is: 'excludes', to: ['glass', 'clay'] }, 'includes none of GLASS or CLAY'],
    ['wares', { is: 'excludes', to: ['clay'] }, 'does not include CLAY'],
    ['size', { is: 'at_least', to: 4 }, 'is at least 4'],
    ['size', { is: 'at_most', to: 4 }, 'is at most 4'],
    ['supply', { is: 'contains', to: 'phase' }, 'contains phase'],
    ['size', { is: 'answered' }, 'is answered'],
    ['size', { is: 'blank' }, 'is blank'],
  ] as const)('%s %j: “%s”', (path, expectation, words) => {
    expect(describeCell(vocabularyOf(form), path, expectation as never)).toBe(words)
  })
  it('says of days and times what is earlier and later', () => {
    expect(describeCell(vocabularyOf(form), 'when', { is: 'at_least', to: '2026-09-14' })).toMatch(
      /^is on or after .*14/,
    )
    expect(describeCell(vocabularyOf(form), 'when', { is: 'at_most', to: '2026-09-14' })).toMatch(
      /^is on or before .*14/,
    )
    expect(describeCell(vocabularyOf(form), 'at', { is: 'at_least', to: '09:30' })).toMatch(/^is at or after .*30/)
    expect(describeCell(vocabularyOf(form), 'at', { is: 'at_most', to: '09:30' })).toMatch(/^is at or before .*30/)
    expect(operatorWords('equals', { is: 'day' } as never)).toBe('is')
    expect(operatorWords('at_least', null)).toBe('is at least')
  })
  it('names what it is about before it, or after where there is little room', () => {
    const test: Test = { value: 'supply', is: 'equals', to: 'three' }
    expect(describeExpectation(vocabularyOf(form), 'supply', test)).toBe('Which supply? is THREE')
    expect(tellCondition(vocabularyOf(form), test)).toBe('is THREE · Which supply?')
    expect(tellCondition(vocabularyOf(form), makeGroup('any', [test, { value: 'size', is: 'blank' }]))).toBe(
      'Which supply? is THREE or Size is blank',
    )
  })

  const size = (is: 'answered' | 'blank'): Test => ({ value: 'size', is })
  const [here, gone] = [size('answered'), size('blank')]
  it.each<[Condition | null, string]>([
    [null, 'always'],
    [here, 'Size is answered'],
    [makeGroup('all', []), 'always'],
    [makeGroup('any', []), 'always'],
    [makeGroup('none', []), 'always'],
    [makeGroup('all', [here]), 'Size is answered'],
    [makeGroup('all', [here, gone]), 'Size is answered and Size is blank'],
    [makeGroup('any', [here, gone]), 'Size is answered or Size is blank'],
    [makeGroup('none', [here]), 'not (Size is answered)'],
    [makeGroup('none', [here, gone]), 'not (Size is answered or Size is blank)'],
    [
      makeGroup('any', [here, makeGroup('all', [here, gone]), makeGroup('none', [gone])]),
      'Size is answered or (Size is answered and Size is blank) or not (Size is blank)',
    ],
    [makeGroup('all', [makeGroup('any', [here]), makeGroup('any', [])]), 'Size is answered and always'],
    [makeGroup('any', [makeGroup('any', []), here]), 'always or Size is answered'],
  ])('%j: “%s”', (condition, words) => {
    expect(describeCondition(vocabularyOf(form), condition)).toBe(words)
  })
})
