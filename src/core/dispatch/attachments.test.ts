import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { tellBytes } from '../language/bytes'
import { attachUpTo, tellFiles } from './attachments'

const fileOf = (name: string, bytes: number) => ({
  id: name,
  name,
  type: 'image/png',
  bytes,
  address: `https://forms.example/files/x/${name}`,
})

describe('files of a mail', () => {
  it('go with it as far as there is room, in their order; the others are linked', () => {
    const files = attachUpTo([fileOf('a.png', 9e6), fileOf('b.png', 2e6), fileOf('c.png', 1e6)], 10e6)
    expect(files.map(({ attached }) => attached)).toEqual([true, false, true])
    expect(tellFiles(files)).toBe(
      'a.png (9 MB), attached\nb.png (2 MB): https://forms.example/files/x/b.png\nc.png (1 MB), attached',
    )
  })
  it('never go with it where a double click may run them, which it says', () => {
    const files = attachUpTo([fileOf('run.bat', 100), fileOf('kiln.png', 100)], 10e6)
    expect(files.map(({ attached }) => attached)).toEqual([false, true])
    expect(tellFiles(files)).toBe(
      'run.bat (100 byte), not attached, since its name does not tell what is in it: https://forms.example/files/x/run.bat\nkiln.png (100 byte), attached',
    )
  })
  it('never weigh more than it may carry, and leave out none that would fit still', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(100)), fc.nat(200), (sizes, most) => {
        const files = attachUpTo(
          sizes.map((bytes, n) => fileOf(`${n}.png`, bytes)),
          most,
        )
        const weight = files.reduce((sum, { attached, bytes }) => sum + (attached ? bytes : 0), 0)
        expect(weight).toBeLessThanOrEqual(most)
        for (const { attached, bytes } of files) if (!attached) expect(weight + bytes).toBeGreaterThan(most)
      }),
    )
  })
})

describe('how large something is', () => {
  it.each([
    [0, '0 byte'],
    [999, '999 byte'],
    [1000, '1 kB'],
    [1234, '1.2 kB'],
    [99_960, '100 kB'],
    [999_999, '1 MB'],
    [1_500_000, '1.5 MB'],
    [2_340_000_000, '2.3 GB'],
  ])('%d is %s', (bytes, words) => expect(tellBytes({ locale: 'en-GB' }, bytes)).toBe(words))
})
