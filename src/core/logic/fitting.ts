import type { Domain } from '../answers/kind'
import type { Expectation, Operator } from './expectation'

/** Which tests fit values of each sort, the commonest first. */
const FITTING: Record<Domain['is'], readonly Operator[]> = {
  'one of': ['equals', 'differs', 'one_of', 'none_of', 'answered', 'blank'],
  'some of': ['includes', 'includes_all', 'excludes', 'answered', 'blank'],
  number: ['at_least', 'at_most', 'equals', 'differs', 'answered', 'blank'],
  day: ['at_least', 'at_most', 'equals', 'differs', 'answered', 'blank'],
  time: ['at_least', 'at_most', 'equals', 'differs', 'answered', 'blank'],
  'yes or no': ['equals', 'answered', 'blank'],
  text: ['equals', 'differs', 'contains', 'answered', 'blank'],
  files: ['answered', 'blank'],
  record: ['answered', 'blank'],
}

export const testsFor = (domain: Domain): readonly Operator[] =>
  domain.is === 'yes or no' && !domain.canBeBlank ? ['equals'] : FITTING[domain.is]

/** A sound test to begin with. */
export function firstTest(domain: Domain): Expectation {
  switch (domain.is) {
    case 'one of':
      return { is: 'equals', to: domain.values[0] ?? '' }
    case 'some of':
      return { is: 'includes', to: domain.values.slice(0, 1) }
    case 'number':
      return { is: 'at_least', to: domain.least ?? 1 }
    case 'day':
      return { is: 'at_least', to: domain.least ?? domain.most ?? '2030-01-01' }
    case 'time':
      return { is: 'at_least', to: domain.least ?? domain.most ?? '12:00' }
    case 'yes or no':
      return { is: 'equals', to: true }
    case 'text':
    case 'files':
    case 'record':
      return { is: 'answered' }
  }
}
