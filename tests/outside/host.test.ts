import { domainToASCII } from 'node:url'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readHost } from '@/core/formats/host'

/** Host names against Node’s own reading of them (RFC 5891, Unicode UTS 46). */
describe('a host name', () => {
  it('is read as Node reads it, and read again is the same', () => {
    fc.assert(
      fc.property(fc.domain(), (name) => {
        const read = readHost(name)
        expect(read).toBe(domainToASCII(name))
        expect(read !== null && readHost(read)).toBe(read)
      }),
    )
  })

  it.each(['töpferei.example', 'ГОНЧАР.example', '陶芸.example', 'kiln。example', 'straße.example'])(
    '%s is written as addresses have it',
    (name) => expect(readHost(name)).toBe(domainToASCII(name)),
  )
})
