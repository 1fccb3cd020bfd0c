import { describe, expect, it } from 'vitest'
import type { Answer, Answers } from '../answers/answer'
import { choiceOf, formOf } from '../testing/forms'
import { summarise } from './summary'

/** The summary of one question, of these answers to it. */
function sumUp(question: object, answers: Answer[]) {
  const form = formOf([{ name: 'it', label: 'It', ...question } as never])
  return summarise(
    form,
    answers.map((it): Answers => ({ it })),
  )[0]?.of
}
/** How often each was counted, by its words. */
const countsOf = (question: object, answers: Answer[]) => {
  const of = sumUp(question, answers)
  return of && 'rows' in of ? of.rows.map((row) => ('n' in row ? [row.words, row.n] : [row.words])) : of
}
const named = (...values: string[]) => values.map((value) => ({ value, label: value.toUpperCase() }))

describe('what is told of answers', () => {
  it('counts what was written, or chosen of old options, as anything else', () => {
    const wares = { ...choiceOf('it', 'glass', 'clay'), label: 'It', other: 'Another' }
    expect(countsOf(wares, ['glass', 'clay', 'ash', 'ash'])).toEqual([
      ['GLASS', 1],
      ['CLAY', 1],
      ['Anything else', 2],
    ])
    expect(countsOf(wares, ['glass'])).toEqual([
      ['GLASS', 1],
      ['CLAY', 0],
    ])
    const several = { ...wares, kind: 'several_choices' }
    expect(
      countsOf(several, [
        ['glass', 'ash'],
        ['glass', 'clay'],
        ['soda', 'ash'],
      ]),
    ).toEqual([
      ['GLASS', 2],
      ['CLAY', 1],
      ['Anything else', 2],
    ])
  })
  it('counts a number of few stops one by one, and one of many by stretches', () => {
    expect(countsOf({ kind: 'stepper', minimum: 0, maximum: 3 }, [0, 2, 2, null])).toEqual([
      ['0', 1],
      ['1', 0],
      ['2', 2],
      ['3', 0],
    ])
    expect(countsOf({ kind: 'rating', points: 3 }, [3, 1])).toMatchObject([
      [expect.any(String), 1],
      [expect.any(String), 0],
      [expect.any(String), 1],
    ])
    // Whole numbers that lie close are a stretch each, told by themselves.
    expect(countsOf({ kind: 'number', step: 1 }, [10, 11, 11, 13])).toEqual([
      ['10', 1],
      ['11', 2],
      ['12', 0],
      ['13', 1],
    ])
    expect(countsOf({ kind: 'number' }, [0, 4])).toEqual(
      expect.arrayContaining([[expect.stringMatching(/^0 to below /), 1]]) as never,
    )
  })
  it('tells quartiles between numbers, rounded to two places, and of days and times the earlier one', () => {
    expect(sumUp({ kind: 'number' }, [3, 1, 2, 5, 100])).toMatchObject({
      words: { least: '1', lower: '2', median: '3', upper: '5', most: '100' },
    })
    expect(sumUp({ kind: 'number' }, [1, 2, 4, 8.3333])).toMatchObject({
      words: { lower: '1.75', median: '3', upper: '5.08', most: '8.33' },
    })
    expect(sumUp({ kind: 'time' }, ['09:30', '17:00', '08:00', '23:15'])).toMatchObject({
      is: 'numbers',
      rows: [],
      words: { least: '08:00', lower: '08:00', median: '09:30', upper: '17:00', most: '23:15' },
    })
    // Values of another sort, from when the question was another, are in nobody's way.
    expect(sumUp({ kind: 'number' }, [true, 2, ['x']])).toMatchObject({ words: { least: '2', most: '2' } })
  })
  it('tells the latest five of texts, and of records whose parts are not chosen', () => {
    expect(sumUp({ kind: 'short_text' }, ['f', 'e', 'd', null, 'c', 'b', 'a'])).toEqual({
      is: 'texts',
      latest: ['f', 'e', 'd', 'c', 'b'],
    })
    expect(sumUp({ kind: 'date_range' }, [{ from: '2026-09-14', to: '2026-09-16' }])).toMatchObject({
      is: 'texts',
      latest: [expect.stringContaining('2026')],
    })
  })
  it('tells places of a ranking, best first and those never placed last, and rows that take several', () => {
    const options = named('glass', 'raku', 'ash')
    expect(
      sumUp({ kind: 'ranking', options }, [{ place_1: 'ash', place_2: 'glass' }, { place_1: 'ash' }]),
    ).toMatchObject({
      is: 'places',
      rows: [
        { words: 'ASH', n: 2, place: { mean: 1 } },
        { words: 'GLASS', n: 1, place: { mean: 2 } },
        { words: 'RAKU', n: 0, place: null },
      ],
    })
    expect(
      sumUp({ kind: 'matrix', rows: named('driver'), options, several: true }, [
        { driver: ['ash', 'raku'] },
        { driver: ['ash'] },
        { driver: null },
      ]),
    ).toMatchObject({
      is: 'grid',
      columns: ['GLASS', 'RAKU', 'ASH'],
      rows: [{ words: 'DRIVER', answered: 2, cells: [{ n: 0 }, { n: 1 }, { n: 2, share: { rate: 1 } }] }],
    })
  })
})
