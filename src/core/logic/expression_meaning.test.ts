import { describe, expect, it } from 'vitest'
import type { Answer, Answers } from '../answers/answer'
import { readExpression, renameInExpression } from './expression'

const values: Answers = {
  four: 4,
  six: 6,
  word: 'Kiln',
  early: '2027-01-31',
  late: '2027-03-01',
  wares: ['glass', 'raku'],
  blank: null,
  yes: true,
  no: false,
}
const compute = (text: string): Answer | { wrong: string } => {
  const read = readExpression(text)
  return 'wrong' in read ? read : read.compute(values)
}
/** How a comparison of two values comes out, by each operator in turn. */
const SIGNS = ['==', '!=', '>=', '<=', '>', '<'] as const
const holds = (left: string, right: string) => SIGNS.filter((sign) => compute(`${left} ${sign} ${right}`) === true)

describe('comparisons', () => {
  it.each([
    ['four', 'six', ['!=', '<=', '<']],
    ['six', 'four', ['!=', '>=', '>']],
    ['four', '4', ['==', '>=', '<=']],
    ['word', '"kiln"', ['==']],
    ['word', '"oven"', ['!=']],
    ['early', 'late', ['!=', '<=', '<']],
    ['late', 'early', ['!=', '>=', '>']],
    ['early', 'four', ['!=']],
    ['yes', 'true', ['==']],
    ['no', 'true', ['!=']],
    // With a blank, or with what is no single value, nothing holds but that it is something else.
    ['blank', 'four', ['!=']],
    ['four', 'blank', ['!=']],
    ['blank', 'blank', ['!=']],
    ['wares', 'four', ['!=']],
    ['four', 'wares', ['!=']],
    ['unknown', 'four', ['!=']],
  ])('%s and %s: %j', (left, right, signs) => {
    expect(holds(left, right)).toEqual(signs)
    for (const sign of SIGNS) expect(typeof compute(`${left} ${sign} ${right}`)).toBe('boolean')
  })
  it.each([
    ['yes && yes', true],
    ['yes && no', false],
    ['no && yes', false],
    ['yes || no', true],
    ['no || yes', true],
    ['no || no', false],
    // What is not true counts as false, whatever it is.
    ['four && yes', false],
    ['yes && four', false],
    ['four || no', false],
    ['no || word', false],
    ['!yes', false],
    ['!no', true],
    ['!blank', true],
    ['!four', true],
  ])('%s is %s', (text, result) => expect(compute(text)).toBe(result))
})

describe('what is computed', () => {
  it.each([
    ['-four', -4],
    ['four - six', -2],
    ['has(wares, "RAKU")', true],
    ['has(wares, "clay")', false],
    ['has(wares, wares)', false],
    ['has(wares, blank)', false],
    ['has(word, "Kiln")', false],
    ['has(blank, "raku")', false],
    ['count(wares)', 2],
    ['count(word)', 1],
    ['count(blank)', null],
    ['days(early, late)', 29],
    // The last Sundays of March and October, when clocks change in much of the world.
    ['days("2027-03-27", "2027-03-29")', 2],
    ['days("2027-10-30", "2027-11-01")', 2],
    ['days("2028-02-28", "2028-03-01")', 2],
    ['days("0099-12-31", "0100-01-01")', 1],
    ['or(blank, word)', 'Kiln'],
    ['or(blank, unknown)', null],
    ['round(2.5)', 3],
    ['round(-2.5)', -3],
    ['round(2.345, 2)', 2.35],
    ['"text"', 'text'],
    ['true', true],
    ['-word', null],
    ['1 / 0', null],
    ['min(four, word)', null],
  ])('%s is %j', (text, result) => expect(compute(text)).toBe(result))
})

describe('what cannot be read', () => {
  const form = 'Use numbers, names of values, + - * / %, comparisons, “? :” and functions'
  const value = 'Call a value by its name, or a part of it by name.part'
  const functions = 'There are the functions round, floor, ceil, abs, min, max, days, count, has, or'
  it.each([
    ['/x/', null],
    ['[1, 2]', form],
    ['this', form],
    ['~four', form],
    ['+four', form],
    ['four | six', form],
    ['null', form],
    ['a[0]', value],
    ['a.b.c', value],
    ['(a + 1).b', value],
    ['sum(1, 2)', functions],
    ['a.b(1)', functions],
    ['toString()', functions],
    ['round()', 'round takes 1 to 2 values'],
    ['round(1, 2, 3)', 'round takes 1 to 2 values'],
    ['floor(1, 2)', 'floor takes 1 values'],
    ['days(early)', 'days takes 2 values'],
  ])('%s: %s', (text, wrong) => {
    expect(compute(text)).toEqual({ wrong: wrong ?? (expect.any(String) as string) })
  })
})

describe('renaming', () => {
  it.each([
    ['price * 2', 'cost * 2'],
    ['price', 'cost'],
    ['price.net + other.price', 'cost.net + other.price'],
    ['"price" + price', '"price" + cost'],
    ["'price' + price", "'price' + cost"],
    ["'it\\'s price' + price", "'it\\'s price' + cost"],
    ['"say \\"price\\" once" + price', '"say \\"price\\" once" + cost'],
    ['pricey + my_price + price2', 'pricey + my_price + price2'],
    ['price (1) + price', 'price (1) + cost'],
    ['price(1)', 'price(1)'],
    ['2price', '2price'],
  ])('%s: %s', (text, renamed) => expect(renameInExpression(text, 'price', 'cost')).toBe(renamed))
})
