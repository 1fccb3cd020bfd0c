import type { IncomingMessage } from 'node:http'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addressReader, areProxies, countryReader, networkOf, shortenNetwork, siteOf } from './address'
import { Buckets, type Counted } from './buckets'
import { studioPolicy, visitorPolicy } from './headers'

describe('a bucket', () => {
  const rate = { burst: 3, perSecond: 2 }
  const [a, b] = ['a', 'b'].map((key) => [{ key, rate }]) as [Counted[], Counted[]]
  it('gives as many as it holds, then says how long to wait', () => {
    let now = 0
    const buckets = new Buckets(() => now)
    expect([1, 2, 3].map(() => buckets.take(a))).toEqual([0, 0, 0])
    expect(buckets.take(a)).toBeCloseTo(0.5)
    expect(buckets.take(b)).toBe(0)
    now += 0.5
    expect(buckets.take(a)).toBe(0)
    expect(buckets.take(a)).toBeCloseTo(0.5)
    now += 3600
    expect([1, 2, 3].map(() => buckets.take(a))).toEqual([0, 0, 0])
    expect(buckets.take(a)).toBeGreaterThan(0)
  })
  it('tells the wait without taking', () => {
    const buckets = new Buckets(() => 0)
    for (let n = 0; n < 10; n++) expect(buckets.wait(a)).toBe(0)
    for (let n = 0; n < 3; n++) buckets.take(a)
    expect(buckets.wait(a)).toBeCloseTo(0.5)
  })
  it('takes from all that something counts in, or from none', () => {
    const buckets = new Buckets(() => 0)
    for (let n = 0; n < 3; n++) buckets.take(a)
    expect(buckets.take([...a, ...b])).toBeCloseTo(0.5)
    expect([1, 2, 3].map(() => buckets.take(b))).toEqual([0, 0, 0])
  })
  it('takes back what did not count, and never holds more than it can', () => {
    const buckets = new Buckets(() => 0)
    for (let n = 0; n < 3; n++) buckets.take(a)
    buckets.giveBack(a)
    expect([1, 2].map(() => buckets.take(a))).toEqual([0, expect.closeTo(0.5)])
    for (let n = 0; n < 9; n++) buckets.giveBack(a)
    expect([1, 2, 3].map(() => buckets.take(a))).toEqual([0, 0, 0])
    expect(buckets.take(a)).toBeCloseTo(0.5)
  })
  it('tells how much of it has been used up, of whichever most has', () => {
    let now = 0
    const buckets = new Buckets(() => now)
    const both = [...a, { key: 'wide', rate: { burst: 30, perSecond: 2 } }]
    expect(buckets.share(both)).toBe(0)
    buckets.take(both)
    expect(buckets.share(both)).toBeCloseTo(1 / 3)
    for (let n = 0; n < 9; n++) buckets.take(both)
    expect(buckets.share(both)).toBe(1)
    now += 1
    expect(buckets.share(both)).toBeCloseTo(1 / 3)
  })
  it('remembers a bounded number of keys', () => {
    const buckets = new Buckets(() => 0)
    for (let n = 0; n < 3; n++) buckets.take(a)
    for (let n = 0; n < 60_000; n++) buckets.take([{ key: `key ${n}`, rate }])
    expect(buckets.take(a)).toBe(0)
  })
})

describe('a network address', () => {
  const from = (remoteAddress: string, forwarded?: string) =>
    ({ socket: { remoteAddress }, headers: forwarded ? { 'x-forwarded-for': forwarded } : {} }) as IncomingMessage
  it('is believed only of proxies in the settings', () => {
    const strict = addressReader([])
    expect(strict(from('203.0.113.7', '198.51.100.1'))).toBe('203.0.113.7')
    const behind = addressReader(['10.0.0.0/8'])
    expect(behind(from('10.0.0.3', '198.51.100.1'))).toBe('198.51.100.1')
    // What the stranger wrote stands before what the proxy added.
    expect(behind(from('10.0.0.3', '1.2.3.4, 198.51.100.1, 10.0.0.9'))).toBe('198.51.100.1')
    expect(behind(from('203.0.113.7', '198.51.100.1'))).toBe('203.0.113.7')
  })
  it('is the whole network that one line has, written in one way', () => {
    expect(
      [
        '203.0.113.7',
        '::ffff:203.0.113.7',
        '2001:db8:1:2:3:4:5:6',
        '2001:0DB8:0001:0002::1',
        '2001:db8:1:2:ffff:ffff:ffff:ffff',
        '2001:db8::1',
        'fe80::1%eth0',
        'unknown',
      ].map(networkOf),
    ).toEqual([
      '203.0.113.7',
      '203.0.113.7',
      '2001:db8:1:2::/64',
      '2001:db8:1:2::/64',
      '2001:db8:1:2::/64',
      '2001:db8::/64',
      'fe80::/64',
      'unknown',
    ])
    expect(['2001:db8:1:2::/64', '2001:db8:1:ffff::/64', '203.0.113.7', 'unknown'].map(siteOf)).toEqual([
      '2001:db8:1::/48',
      '2001:db8:1::/48',
      null,
      null,
    ])
    expect(addressReader([])(from('2001:db8:1:2::99'))).toBe('2001:db8:1:2::/64')
  })
  it('is one network exactly where the first half of the address is the same', () => {
    const address = fc.array(fc.nat(0xffff), { minLength: 8, maxLength: 8 }).filter(([first]) => first !== 0)
    const written = (parts: number[]) => parts.map((part) => part.toString(16)).join(':')
    fc.assert(
      fc.property(address, address, fc.boolean(), (one, other, same) => {
        const beside = same ? [...one.slice(0, 4), ...other.slice(4)] : other
        const alike = one.slice(0, 4).join() === beside.slice(0, 4).join()
        expect(networkOf(written(one)) === networkOf(written(beside))).toBe(alike)
      }),
    )
  })
  it('is shortened so that it tells no household from its neighbours', () => {
    expect(['203.0.113.7', '2001:db8:1:2::/64', '2001:db8:1:2:3:4:5:6', 'unknown', ''].map(shortenNetwork)).toEqual([
      '203.0.113.0/24',
      '2001:db8:1::/48',
      '2001:db8:1::/48',
      null,
      null,
    ])
  })
  it('is in the country that a proxy of ours tells, and that nobody else can', () => {
    const telling = (address: string, country?: string) =>
      ({ ...from(address), headers: country === undefined ? {} : { 'x-country': country } }) as never
    const read = countryReader(['10.0.0.0/8'], 'X-Country')
    expect(['SE', 'se', ' no '].map((country) => read(telling('10.0.0.3', country)))).toEqual(['SE', 'SE', 'NO'])
    expect(['XX', 'T1', 'Sweden', '', undefined].map((country) => read(telling('10.0.0.3', country)))).toEqual(
      Array(5).fill(null),
    )
    expect(read(telling('203.0.113.7', 'SE'))).toBe(null)
    expect(countryReader(['10.0.0.0/8'], '')(telling('10.0.0.3', 'SE'))).toBe(null)
    expect(countryReader([], 'x-country')(telling('10.0.0.3', 'SE'))).toBe(null)
  })
  it('is read whatever a proxy passes on', () => {
    expect(addressReader(['10.0.0.0/8'])(from('10.0.0.3', 'unknown, \u0001'))).toBeTruthy()
    expect([areProxies(['10.0.0.0/8', '::1', 'loopback']), areProxies(['here'])]).toEqual([true, false])
  })
})

describe('policies', () => {
  it('have no inline exception', () => {
    for (const policy of [studioPolicy('n'), visitorPolicy({})]) {
      expect(policy).not.toMatch(/unsafe|\*|data:.*script/)
      expect(policy).toContain("frame-ancestors 'none'")
    }
    expect(visitorPolicy({ framedBy: ['https://a.example', 'https://b.example'] })).toContain(
      'frame-ancestors https://a.example https://b.example',
    )
    expect(visitorPolicy({ leadsTo: ['https://c.example', 'https://c.example'] })).toContain(
      "form-action 'self' https://c.example;",
    )
  })
})
