import { describe, expect, it } from 'vitest'
import { optionsFrom } from './options'

const before = [
  { value: 'red_clay', label: 'Red clay' },
  { value: 'paper_clay', label: 'Paper clay' },
]

describe('options written one a line', () => {
  it('keep what they are stored as when their words change', () => {
    expect(optionsFrom(['Red clay', 'Clay with paper'], before)).toEqual([
      { value: 'red_clay', label: 'Red clay' },
      { value: 'paper_clay', label: 'Clay with paper' },
    ])
  })
  it('keep it when they change places, go or come', () => {
    expect(optionsFrom(['Paper clay', 'Red clay'], before).map(({ value }) => value)).toEqual([
      'paper_clay',
      'red_clay',
    ])
    expect(optionsFrom(['Paper clay'], before)).toEqual([before[1]])
    expect(optionsFrom(['Red clay', 'Paper clay', 'Red  Clay!'], before).at(-1)?.value).toBe('red_clay_2')
  })
})
