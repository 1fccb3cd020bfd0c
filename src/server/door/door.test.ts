import type { IncomingMessage } from 'node:http'
import { describe, expect, it } from 'vitest'
import { addressReader, areProxies } from './address'
import { Buckets } from './buckets'
import { studioPolicy, visitorPolicy } from './headers'

describe('a bucket', () => {
  const rate = { burst: 3, perSecond: 2 }
  it('gives as many as it holds, then says how long to wait', () => {
    let now = 0
    const buckets = new Buckets(() => now)
    expect([1, 2, 3].map(() => buckets.take('a', rate))).toEqual([0, 0, 0])
    expect(buckets.take('a', rate)).toBeCloseTo(0.5)
    expect(buckets.take('b', rate)).toBe(0)
    now += 0.5
    expect(buckets.take('a', rate)).toBe(0)
    expect(buckets.take('a', rate)).toBeCloseTo(0.5)
    now += 3600
    expect([1, 2, 3].map(() => buckets.take('a', rate))).toEqual([0, 0, 0])
    expect(buckets.take('a', rate)).toBeGreaterThan(0)
  })
  it('tells the wait without taking', () => {
    const buckets = new Buckets(() => 0)
    for (let n = 0; n < 10; n++) expect(buckets.wait('a', rate)).toBe(0)
    for (let n = 0; n < 3; n++) buckets.take('a', rate)
    expect(buckets.wait('a', rate)).toBeCloseTo(0.5)
  })
  it('remembers a bounded number of keys', () => {
    const buckets = new Buckets(() => 0)
    for (let n = 0; n < 3; n++) buckets.take('first', rate)
    for (let n = 0; n < 60_000; n++) buckets.take(`key ${n}`, rate)
    expect(buckets.take('first', rate)).toBe(0)
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
