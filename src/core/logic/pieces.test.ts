import { describe, expect, it } from 'vitest'
import { type Answer, isBlank, partOf } from '../answers/answer'
import type { Domain } from '../answers/kind'
import { meets, type Operator } from './expectation'
import { type PartTest, piecesOf } from './pieces'

/** What some tests say of an answer, one sign each. */
const signOf = (answer: Answer, tests: readonly PartTest[]): string =>
  tests.map((test) => (meets(partOf(answer, test.part ?? undefined), test) ? '1' : '0')).join('')
const signsOf = (answers: readonly Answer[], tests: readonly PartTest[]): string[] =>
  [...new Set(answers.map((answer) => signOf(answer, tests)))].toSorted()

const on =
  (part: string | null) =>
  (is: Operator, to?: PartTest['to']): PartTest =>
    to === undefined ? { part, is } : { part, is, to }
const test = on(null)
const subsets = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: 2 ** all.length }, (_, bits) => all.filter((_one, at) => (bits >> at) & 1))

/**
 * A domain, tests of it, and answers: all that there are, or all that matter. The pieces must say just what these
 * say, and each must itself be an answer.
 */
const SPLITS: readonly (readonly [called: string, Domain, tests: PartTest[], all: Answer[]])[] = [
  [
    'closed options',
    { is: 'one of', values: ['a', 'b', 'c'], open: false },
    [test('equals', 'A'), test('one_of', ['a', 'b']), test('contains', 'c'), test('equals', 'd'), test('answered')],
    ['a', 'b', 'c'],
  ],
  [
    'open options',
    { is: 'one of', values: ['a', 'b'], open: true },
    [test('equals', 'a'), test('equals', 'other'), test('differs', 'b'), test('contains', 'th')],
    ['a', 'b', 'other', 'th', 'else'],
  ],
  [
    'yes or no',
    { is: 'yes or no', canBeBlank: false },
    [test('equals', true), test('differs', false), test('answered')],
    [true, false],
  ],
  [
    'text that is named, and text that has texts in it',
    { is: 'text' },
    [
      test('equals', 'kiln'),
      test('contains', 'k'),
      test('contains', 'ILN'),
      test('contains', 'kil'),
      test('differs', ''),
    ],
    ['kiln', 'k', 'iln', 'kil', 'k iln', 'k kil', 'kil iln', 'oven', 'kkiln'],
  ],
  [
    'text with signs of ours in it',
    { is: 'text' },
    [test('contains', '…'), test('contains', 'a¦'), test('equals', '…a')],
    ['…', 'a¦', '…a', '…a¦', 'x'],
  ],
  [
    'a list between a least and a most, one option by itself',
    { is: 'some of', values: ['a', 'b', 'c', 'd', 'none'], open: false, least: 2, most: 3, alone: ['none'] },
    [test('includes', ['a']), test('includes_all', ['a', 'b']), test('excludes', ['c']), test('includes', ['none'])],
    [['none'], ...subsets(['a', 'b', 'c', 'd']).filter(({ length }) => length === 2 || length === 3)],
  ],
  [
    'a list of just two, one of them named',
    { is: 'some of', values: ['a', 'b', 'c'], open: false, least: 2, most: 2 },
    [test('includes', ['a']), test('includes_all', ['a', 'b'])],
    subsets(['a', 'b', 'c']).filter(({ length }) => length === 2),
  ],
  [
    'a list of which all must be chosen',
    { is: 'some of', values: ['a', 'b'], open: false, least: 2 },
    [test('includes', ['a']), test('excludes', ['b'])],
    [['a', 'b']],
  ],
  [
    'an open list',
    { is: 'some of', values: ['a', 'b'], open: true },
    [test('includes', ['a']), test('includes', ['other']), test('excludes', ['b'])],
    subsets(['a', 'b']).flatMap((some) =>
      [[], ['other'], ['else']].map((more) => [...some, ...more]).filter(({ length }) => length > 0),
    ),
  ],
  [
    'a list of at most one, which may be another',
    { is: 'some of', values: ['a', 'b'], open: true, most: 1 },
    [test('includes', ['a']), test('includes', ['other'])],
    [['a'], ['b'], ['other'], ['else']],
  ],
  [
    'numbers with an end on both sides',
    { is: 'number', least: 0, most: 10, step: null },
    [test('at_least', 3), test('at_most', 3), test('equals', 7), test('at_least', 10), test('at_most', -1)],
    [0, 1, 2.9, 3, 3.1, 6, 7, 7.5, 9.9, 10],
  ],
  [
    'numbers without ends',
    { is: 'number', least: null, most: null, step: null },
    [test('at_least', 3), test('at_most', 5), test('equals', 4)],
    [-100, 3, 3.5, 4, 4.5, 5, 100],
  ],
  [
    'numbers in steps, with marks between them',
    { is: 'number', least: 0, most: 12, step: 3 },
    [test('at_least', 4), test('at_most', 5), test('equals', 6), test('at_least', 7), test('at_least', 12)],
    [0, 3, 6, 9, 12],
  ],
  [
    'numbers in small steps',
    { is: 'number', least: null, most: null, step: 0.1 },
    [test('at_least', 0.25), test('at_most', 0.35), test('equals', 0.3), test('equals', 0.25)],
    [-5, 0.2, 0.3, 0.4, 5],
  ],
  ['numbers that nothing is asked of', { is: 'number', least: null, most: null, step: 2 }, [test('answered')], [0, 2]],
  [
    'days',
    { is: 'day', least: '2026-02-27', most: '2026-03-05' },
    [test('at_least', '2026-03-01'), test('at_most', '2026-03-01'), test('equals', '2026-02-28')],
    ['2026-02-27', '2026-02-28', '2026-03-01', '2026-03-02', '2026-03-05'],
  ],
  [
    'days up to the ends of the calendar',
    { is: 'day', least: null, most: null },
    [test('at_least', '9999-12-31'), test('at_most', '0001-01-01'), test('equals', '2026-12-31')],
    ['0001-01-01', '0001-01-02', '2026-12-31', '9999-12-30', '9999-12-31'],
  ],
  [
    'times',
    { is: 'time', least: '09:00', most: null },
    [test('at_least', '12:00'), test('at_most', '12:00'), test('equals', '23:59'), test('at_most', '08:59')],
    ['09:00', '11:59', '12:00', '12:01', '23:58', '23:59'],
  ],
  [
    'times from midnight to midnight',
    { is: 'time', least: null, most: null },
    [test('equals', '00:00'), test('at_least', '23:59'), test('at_most', '10:00')],
    ['00:00', '00:01', '09:59', '10:00', '10:01', '23:59'],
  ],
  [
    'days between two',
    { is: 'day', least: null, most: null },
    [test('at_most', '2026-02-27'), test('at_least', '2026-03-01'), test('equals', 'no day'), test('equals', 5)],
    ['2026-02-27', '2026-02-28', '2026-03-01'],
  ],
  [
    'times between two, on either side of an hour',
    { is: 'time', least: null, most: null },
    [test('at_most', '08:59'), test('at_least', '09:01')],
    ['08:59', '09:00', '09:01'],
  ],
  [
    'text of which numbers and nothing are asked',
    { is: 'text' },
    [test('equals', 5), test('equals', ' '), test('equals', 'a')],
    ['a', 'b'],
  ],
  ['files', { is: 'files' }, [test('answered')], [['https://forms.example/files/1/kiln.png']]],
]

/** Every answer that a domain has of some: the pieces may be none but these. */
const isOf = (domain: Domain, answer: Answer): boolean => {
  switch (domain.is) {
    case 'one of':
      return domain.open || domain.values.includes(String(answer))
    case 'some of': {
      const list = answer as string[]
      if (domain.alone?.includes(list[0] ?? '')) return list.length === 1
      return (
        new Set(list).size === list.length &&
        list.length >= Math.max(1, domain.least ?? 1) &&
        list.length <= (domain.most ?? Infinity) &&
        list.filter((one) => !domain.values.includes(one)).length <= (domain.open ? 1 : 0)
      )
    }
    case 'number': {
      const steps = Number(answer) / (domain.step ?? 1)
      return (
        Number(answer) >= (domain.least ?? -Infinity) &&
        Number(answer) <= (domain.most ?? Infinity) &&
        (domain.step === null || Math.abs(steps - Math.round(steps)) < 1e-9)
      )
    }
    case 'day':
    case 'time':
      return (
        (domain.is === 'day' ? /^\d{4}-\d\d-\d\d$/ : /^\d\d:\d\d$/).test(String(answer)) &&
        String(answer) >= (domain.least ?? '') &&
        String(answer) <= (domain.most ?? '~')
      )
    case 'text':
      return typeof answer === 'string' && !isBlank(answer)
    case 'files':
    case 'record':
    case 'yes or no':
      return !isBlank(answer)
  }
}

describe('the pieces of', () => {
  it.each(SPLITS)('%s say what all answers say, each by one answer of its own', (_, domain, tests, all) => {
    const pieces = piecesOf(domain, tests, false)
    expect(pieces).not.toBeNull()
    expect(signsOf(pieces ?? [], tests)).toEqual(signsOf(all, tests))
    // None of them is there twice, and each is an answer.
    expect(pieces).toHaveLength(signsOf(all, tests).length)
    for (const one of pieces ?? []) expect([one, isOf(domain, one)]).toEqual([one, true])
  })
  it.each(SPLITS)('%s have a blank one where it can be blank', (_, domain, tests, all) => {
    const pieces = piecesOf(domain, tests, true)
    expect(pieces?.[0]).toBeNull()
    expect(signsOf(pieces ?? [], tests)).toEqual(signsOf([null, ...all], tests))
  })
})

const text = (name: string) => ({ name, label: name, domain: { is: 'text' as const } })
const place = (name: string) => ({
  name,
  label: name,
  domain: { is: 'one of' as const, values: ['x', 'y', 'z'], open: false },
})
const day = (name: string) => ({
  name,
  label: name,
  domain: { is: 'day' as const, least: '2026-03-01', most: '2026-03-04' },
})
const DAYS = ['2026-03-01', '2026-03-02', '2026-03-03', '2026-03-04']
const blankOr = <T>(all: readonly T[]): (T | null)[] => [null, ...all]

describe('the pieces of a record', () => {
  it('are those of its parts, with one that is not asked about beside them', () => {
    const domain: Domain = { is: 'record', parts: [text('first'), text('last'), text('title')] }
    const tests = [
      on('first')('equals', 'Ilka'),
      on('first')('contains', 'k'),
      on('last')('answered'),
      test('answered'),
    ]
    const all = blankOr(['Ilka', 'kiln', 'Otto']).flatMap((first) =>
      blankOr(['Lind']).flatMap((last) => blankOr(['Dr']).map((title) => ({ first, last, title }))),
    )
    const given = all.filter(({ first, last, title }) => first !== null || last !== null || title !== null)
    expect(signsOf(piecesOf(domain, tests, false) ?? [], tests)).toEqual(signsOf(given, tests))
    expect(signsOf(piecesOf(domain, tests, true) ?? [], tests)).toEqual(signsOf([null, ...given], tests))
  })
  it('have no option in two places of a ranking', () => {
    const domain: Domain = { is: 'record', ranks: true, parts: ['one', 'two', 'three'].map(place) }
    const tests = [
      on('one')('equals', 'x'),
      on('two')('equals', 'x'),
      on('two')('one_of', ['y', 'z']),
      on('three')('blank'),
    ]
    const all = blankOr(['x', 'y', 'z']).flatMap((one) =>
      blankOr(['x', 'y', 'z']).flatMap((two) => blankOr(['x', 'y', 'z']).map((three) => ({ one, two, three }))),
    )
    const sound = all.filter((ranked) => {
      const given = Object.values(ranked).filter((option) => option !== null)
      return given.length > 0 && new Set(given).size === given.length
    })
    const pieces = piecesOf(domain, tests, false) ?? []
    expect(signsOf(pieces, tests)).toEqual(signsOf(sound, tests))
    expect(signsOf(pieces, tests)).not.toContain('1100')
  })
  it('have no day before another that it must not be before', () => {
    const domain: Domain = { is: 'record', ascends: true, parts: [day('from'), day('to')] }
    const tests = [
      on('from')('at_least', '2026-03-03'),
      on('to')('at_most', '2026-03-02'),
      on('to')('equals', '2026-03-01'),
    ]
    const all = blankOr(DAYS).flatMap((from) => blankOr(DAYS).map((to) => ({ from, to })))
    const sound = all.filter(
      ({ from, to }) => (from !== null || to !== null) && (from === null || to === null || from <= to),
    )
    const pieces = piecesOf(domain, tests, false) ?? []
    expect(signsOf(pieces, tests)).toEqual(signsOf(sound, tests))
    // From the third on and until the second: never.
    expect(signsOf(pieces, tests).filter((sign) => sign.startsWith('11'))).toEqual([])
  })
  it('are not told where a part is itself of parts', () => {
    const inner: Domain = { is: 'record', parts: [text('a')] }
    const domain: Domain = { is: 'record', parts: [{ name: 'deep', label: 'Deep', domain: inner }] }
    expect(piecesOf(domain, [on('deep')('answered')], false)).toBeNull()
  })
})

describe('too much to tell apart', () => {
  const contains = (n: number) => Array.from({ length: n }, (_, at) => test('contains', `text ${at}`))
  const includes = (n: number) => Array.from({ length: n }, (_, at) => test('includes', [`o${at}`]))
  const options = (n: number): Domain => ({
    is: 'some of',
    values: Array.from({ length: n }, (_, at) => `o${at}`),
    open: false,
  })
  it('is more than ten texts within a text', () => {
    expect(piecesOf({ is: 'text' }, contains(10), false)).toHaveLength(1024)
    expect(piecesOf({ is: 'text' }, contains(11), false)).toBeNull()
    // The same text is one, however it is written.
    expect(piecesOf({ is: 'text' }, [...contains(10), test('contains', 'TEXT 1')], false)).toHaveLength(1024)
  })
  it('is more than eleven options of a list', () => {
    expect(piecesOf(options(12), includes(11), false)).toHaveLength(2048)
    expect(piecesOf(options(12), includes(12), false)).toBeNull()
  })
  it('is more than four thousand pieces in all', () => {
    const parts = ['one', 'two', 'three'].map(text)
    const tests = (n: number) =>
      parts.flatMap(({ name }) => Array.from({ length: n }, (_, at) => on(name)('equals', `text ${at}`)))
    expect(piecesOf({ is: 'record', parts }, tests(13), false)).toHaveLength(15 ** 3 - 1)
    expect(piecesOf({ is: 'record', parts }, tests(14), false)).toBeNull()
  })
})
