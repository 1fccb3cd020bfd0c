import { describe, expect, it } from 'vitest'
import { optionsFrom } from './options'

const optionsOf = (lines: string[], known: typeof before) => optionsFrom(lines, known, (option) => option)

const before = [
  { value: 'red_clay', label: 'Red clay' },
  { value: 'paper_clay', label: 'Paper clay' },
]

describe('options written one a line', () => {
  it('keep what they are stored as when their words change', () => {
    expect(optionsOf(['Red clay', 'Clay with paper'], before)).toEqual([
      { value: 'red_clay', label: 'Red clay' },
      { value: 'paper_clay', label: 'Clay with paper' },
    ])
  })
  it('keep it when they change places, go or come', () => {
    expect(optionsOf(['Paper clay', 'Red clay'], before).map(({ value }) => value)).toEqual(['paper_clay', 'red_clay'])
    expect(optionsOf(['Paper clay'], before)).toEqual([before[1]])
    expect(optionsOf(['Red clay', 'Paper clay', 'Red  Clay!'], before).at(-1)?.value).toBe('red_clay_2')
  })
  it('say what they are stored as where a line does', () => {
    expect(optionsOf(['raku = Raku, fast', 'paper_clay = Clay with paper', '1 = 1 = one'], before)).toEqual([
      { value: 'raku', label: 'Raku, fast' },
      { value: 'paper_clay', label: 'Clay with paper' },
      { value: '1', label: '1 = one' },
    ])
    expect(optionsOf(['Two = 2', '= nothing', 'raku ='], [])).toMatchObject([
      { label: 'Two = 2' },
      { label: '= nothing' },
      { label: 'raku =' },
    ])
  })
  it('keep whatever else is said of them', () => {
    const told = [{ value: 'red_clay', label: 'Red clay', caption: 'Soft' }]
    const begin = (option: { value: string; label: string }) => ({ ...option, caption: '' })
    expect(optionsFrom(['Red clay, soft', 'Grog'], [...told], begin).map(({ caption }) => caption)).toEqual(['', ''])
    expect(optionsFrom(['Red clay, soft'], told, begin)).toEqual([{ ...told[0], label: 'Red clay, soft' }])
    expect(optionsFrom(['Grog', 'Red clay'], told, begin)[1]).toEqual(told[0])
  })
})
