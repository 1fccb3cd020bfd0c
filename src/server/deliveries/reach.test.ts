import { describe, expect, it } from 'vitest'
import { mayReach, readAllowed } from './reach'

const listed = (...entries: string[]) => entries.map(readAllowed).filter((one) => one !== null)

describe('what may be reached', () => {
  // IANA’s registries of special-purpose addresses (RFC 6890), from memory.
  it('is every public address, and none with a special purpose', () => {
    const open = ['93.184.216.34', '8.8.8.8', '172.32.0.1', '2606:4700::1111']
    const shut = [
      '0.0.0.0 10.1.2.3 100.64.0.1 127.0.0.1 169.254.169.254 172.16.0.1 172.31.255.255 192.168.1.1',
      '198.18.0.1 224.0.0.1 240.0.0.1 255.255.255.255 :: ::1 fe80::1 fc00::1 fd12::1 ff02::1',
      '::ffff:10.0.0.1 ::ffff:7f00:1 64:ff9b::10.0.0.1 2002:a00:1::1 not-a-number',
      // Without ffff as well (RFC 4291, 2.5.5.1), as an address on the web writes it; and what nobody was given yet.
      '::127.0.0.1 ::7f00:1 ::a00:1 4000::1',
    ]
    expect(open.filter((address) => !mayReach([], address, 443))).toEqual([])
    expect(shut.flatMap((line) => line.split(' ')).filter((address) => mayReach([], address, 443))).toEqual([])
  })
  it('is also what is on the list, on its port where it has one', () => {
    const reach = listed('10.0.0.0/8', '127.0.0.1:4302', '[fd00::]/8', '[::1]:25')
    const tried: [string, number, boolean][] = [
      ['10.255.0.1', 1, true],
      ['11.0.0.1', 1, true],
      ['192.168.0.1', 1, false],
      ['127.0.0.1', 4302, true],
      ['::ffff:127.0.0.1', 4302, true],
      ['127.0.0.1', 5432, false],
      ['127.0.0.2', 4302, false],
      ['fd77::5', 80, true],
      ['::1', 25, true],
      ['::1', 26, false],
    ]
    expect(tried.filter(([address, port, may]) => mayReach(reach, address, port) !== may)).toEqual([])
  })
  it('is read from nothing but addresses', () => {
    const wrong = [
      '',
      'localhost',
      '10.0.0.0/33',
      '127.0.0.1:99999',
      '[fd00::]/129',
      '10.0.0.0/8/8',
      '*',
      '1',
      'fd00::/8',
    ]
    expect(wrong.filter((text) => readAllowed(text) !== null)).toEqual([])
  })
})
