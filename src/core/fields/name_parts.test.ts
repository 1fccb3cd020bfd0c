import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { partName } from './name_parts'

describe('a whole name', () => {
  it.each([
    ['Ilka Brandt', 'Ilka', 'Brandt'],
    ['Brandt, Ilka', 'Ilka', 'Brandt'],
    ['Dr. Ilka Maria van der Brandt', 'Ilka Maria', 'van der Brandt'],
    ['Prof. Dr. Hans-Peter Müller', 'Hans-Peter', 'Müller'],
    ['Jean-Luc de la Tour', 'Jean-Luc', 'de la Tour'],
    ['Mr Juan Martinez Jr.', 'Juan', 'Martinez Jr.'],
    ["O'Neil, Sean", 'Sean', "O'Neil"],
    ['Ilka', 'Ilka', ''],
    ['محمد علي', 'محمد', 'علي'],
    ['李小龙', '李小龙', ''],
    ['', '', ''],
  ])('%s', (name, given, family) => {
    expect(partName(name)).toEqual({ given, family })
  })

  it('is made of what was written, whatever that is', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 60 }), (name) => {
        const { given, family } = partName(name)
        for (const part of `${given} ${family}`.split(/[\s,]+/)) expect(name).toContain(part)
      }),
    )
  })
})
