import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readHands, writeHands } from './hands'

describe('what a page saw of hands', () => {
  it('is read as it was written, to the millisecond', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.integer({ min: 0, max: 1e9 }), (touched, milliseconds) => {
        expect(readHands(writeHands({ touched, milliseconds }))).toEqual({ touched, milliseconds })
      }),
    )
  })
  it('is nothing where no page of ours wrote it', () => {
    for (const text of [undefined, '', '1', '2 5', '1 -5', '1 5 5', '1 1e9', ' 1 5', '1 99999999999', '1 ٥'])
      expect([text, readHands(text)]).toEqual([text, null])
  })
})
