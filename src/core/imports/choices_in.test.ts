import { describe, expect, it } from 'vitest'
import { choicesIn } from './choices_in'

const cells = (texts: Record<string, number>) => Object.entries(texts).map(([text, rows]) => ({ text, rows }))

describe('the choices of a new field', () => {
  it('are what stands in the column, once whatever its case, the commonest first', () => {
    expect(
      choicesIn(cells({ Stoneware: 2, Porcelain: 5, ' stoneware ': 4, '': 9, 'Raku, wood-fired': 1 }), 'choice'),
    ).toEqual([
      { value: 'stoneware', label: 'Stoneware' },
      { value: 'porcelain', label: 'Porcelain' },
      { value: 'raku_wood_fired', label: 'Raku, wood-fired' },
    ])
  })
  it('are the parts of cells that hold several', () => {
    expect(choicesIn(cells({ 'glass; clay': 1, 'Clay | wax': 2 }), 'several_choices')).toEqual([
      { value: 'clay', label: 'clay' },
      { value: 'wax', label: 'wax' },
      { value: 'glass', label: 'glass' },
    ])
  })
  it('have names of their own, whatever they are written in', () => {
    const values = choicesIn(cells({ Ä: 4, A: 3, 粘土: 2, '???': 1 }), 'choice')?.map(({ value }) => value) ?? []
    expect(new Set(values).size).toBe(4)
    for (const value of values) expect(value).toMatch(/^[a-z0-9][a-z0-9_]{0,59}$/)
  })
  it('are none where there are too many, or one is a text', () => {
    const many = Object.fromEntries(Array.from({ length: 301 }, (_, n) => [`Thing ${n}`, 1]))
    expect(choicesIn(cells(many), 'choice')).toBeNull()
    expect(choicesIn(cells({ ['x'.repeat(201)]: 1 }), 'choice')).toBeNull()
  })
})
