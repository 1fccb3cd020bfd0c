import { describe, expect, it } from 'vitest'
import { formOf } from '@/core/testing/forms'
import { readConfig } from './config'
import { isDatabaseAway, isTemporary } from './failures'
import { defaultSpan } from './readout/span'
import { rateOf } from './readout/readReadout'
import { keepParameters, unreadParameters } from './visits/visitor'
import { GiveWay } from './worker/giveWay'

describe('settings', () => {
  const sound = {
    DATABASE_URL: 'postgres://lichen@127.0.0.1/lichen',
    LICHEN_SECRET: 'x'.repeat(32),
    LICHEN_SMTP_URL: 'smtp://127.0.0.1:25',
    LICHEN_KEYS: 'k'.repeat(32),
  }
  it('have defaults for what need not be said', () => {
    expect(readConfig(sound as never)).toMatchObject({ LICHEN_PORT: 4300, LICHEN_ROLE: 'all', LICHEN_REACH: [] })
  })
  it('name every one that is wrong, in one message', () => {
    const wrong = { ...sound, DATABASE_URL: 'mysql://x', LICHEN_SECRET: 'short', LICHEN_ROLE: 'boss' }
    expect(() => readConfig(wrong as never)).toThrow(/DATABASE_URL[\s\S]*LICHEN_ROLE[\s\S]*LICHEN_SECRET/)
    expect(() => readConfig({} as never)).toThrow('DATABASE_URL: is not set')
  })
})

describe('a link’s parameters', () => {
  const form = formOf([], { carried: [{ name: 'code', label: 'Code', fill: [{ from: 'link', parameter: 'ref' }] }] })
  it('are kept where they are tags or the form reads them, and the secret never is', () => {
    const given = Object.entries({
      utm_source: 'letter',
      ref: 'TK1',
      k: 'SECRET',
      email: 'a@b.example',
      'utm_x y': '1',
    })
    expect(keepParameters(form, given)).toEqual({ utm_source: 'letter', ref: 'TK1' })
  })
  it('are all that stands there of what the form reads, and the first of a tag', () => {
    const given: [string, unknown][] = [
      ['ref', 'TK1'],
      ['utm_source', 'letter'],
      ['ref', 'TK2'],
      ['utm_source', 'other'],
      ['ref', ['TK3', '', 7, 'TK4']],
    ]
    expect(keepParameters(form, given)).toEqual({ utm_source: 'letter', ref: ['TK1', 'TK2', 'TK3', 'TK4'] })
    const endless = Array.from({ length: 500 }, (_, n): [string, unknown] => ['ref', `TK${n}`])
    expect(keepParameters(form, endless).ref).toHaveLength(30)
  })
  it('that nobody reads are told by their names alone', () => {
    const given = ['ref', 'utm_source', 'utm_souce', 'k', 'test', 'lang', 'x', 'x', 'a b', '@', 'x'.repeat(61)]
    expect(
      unreadParameters(
        form,
        given.map((name) => [name, 'secret']),
      ),
    ).toEqual(['utm_souce', 'x'])
    expect(
      unreadParameters(
        form,
        Array.from({ length: 50 }, (_, n) => [`x${n}`, '']),
      ),
    ).toHaveLength(10)
  })
  it('are cut to size, and only text', () => {
    const kept = keepParameters(form, [
      ['ref', 'x'.repeat(9000)],
      ['utm_source', 5],
      ['utm_medium', 'a\0b'],
    ])
    expect(kept.ref).toHaveLength(500)
    expect(kept).toMatchObject({ utm_medium: 'ab' })
    expect(kept).not.toHaveProperty('utm_source')
  })
})

describe('small things', () => {
  it('tell a database that is away from a mistake of ours', () => {
    const refused = Object.assign(new Error('x'), { code: 'ECONNREFUSED' })
    expect([refused, new Error('Connection terminated unexpectedly')].map(isDatabaseAway)).toEqual([true, true])
    expect([Object.assign(new Error('x'), { code: '23505' }), new Error('x'), null].map(isDatabaseAway)).toEqual([
      false,
      false,
      false,
    ])
  })
  it('tell what will pass from what will not', () => {
    const coded = (code: string) => Object.assign(new Error('x'), { code })
    expect(
      ['40001', '40P01', '55P03', '57014', '53100', '08006', 'ETIMEDOUT'].map((c) => isTemporary(coded(c))),
    ).toEqual(Array.from({ length: 7 }, () => true))
    expect([coded('22P05'), coded('23503'), new Error('x'), 'x'].map(isTemporary)).toEqual([false, false, false, false])
  })
  it('cover thirty days unless told otherwise, and read a span either way round', () => {
    const now = new Date('2026-11-23T23:59:00Z')
    expect(defaultSpan({}, now, 'UTC')).toEqual({ from: '2026-10-25', to: '2026-11-23' })
    expect(defaultSpan({}, now, 'Europe/Stockholm').to).toBe('2026-11-24')
    expect(defaultSpan({ from: '2026-11-05', to: '2026-11-01' }, now, 'UTC')).toEqual({
      from: '2026-11-01',
      to: '2026-11-05',
    })
  })
  it('give no rate where nobody arrived', () => {
    expect(rateOf(0, 0)).toBeNull()
    expect(rateOf(1, 2)).toMatchObject({ rate: 0.5 })
  })
  it('hold deliveries up while a crowd is applied, and not for long', async () => {
    const way = new GiveWay()
    const waited = async () => {
      const began = Date.now()
      await way.moment()
      return Date.now() - began
    }
    way.tell(1)
    expect(await waited()).toBeLessThan(50)
    way.tell(50)
    const held = await waited()
    expect(held).toBeGreaterThan(300)
    expect(held).toBeLessThan(1500)
  })
})
