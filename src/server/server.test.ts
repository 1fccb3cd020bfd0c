import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { formOf } from '@/core/testing/forms'
import { readConfig } from './config'
import { writeToCrm } from './deliveries/crm'
import { isDatabaseAway, isTemporary } from './failures'
import { defaultSpan } from './readout/span'
import { rateOf } from './readout/readReadout'
import { keepParameters } from './visits/visitor'
import { GiveWay } from './worker/giveWay'

describe('settings', () => {
  const sound = {
    DATABASE_URL: 'postgres://lichen@127.0.0.1/lichen',
    LICHEN_SECRET: 'x'.repeat(32),
    LICHEN_SMTP_URL: 'smtp://127.0.0.1:25',
  }
  it('have defaults for what need not be said', () => {
    expect(readConfig(sound as never)).toMatchObject({ LICHEN_PORT: 4300, LICHEN_ROLE: 'all', LICHEN_CRM_URL: '' })
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

describe('writing to the CRM', () => {
  let server: Server | undefined
  afterEach(() => void server?.close())
  const listen = (status: number, seen: object[] = []) =>
    new Promise<string>((ready) => {
      server = createServer((request, response) => {
        let body = ''
        request.on('data', (chunk: Buffer) => (body += chunk.toString()))
        request.on('end', () => {
          seen.push({ url: request.url, key: request.headers['idempotency-key'], body: JSON.parse(body) as object })
          response.writeHead(status, status === 302 ? { location: 'http://127.0.0.1:1/' } : {}).end('because')
        })
      })
      server.listen(0, '127.0.0.1', () => ready(`http://127.0.0.1:${(server?.address() as AddressInfo).port}/base`))
    })
  const contact = { to: 'crm' as const, email: 'ilka@x.example', values: { first_name: 'Ilka' }, revision: 3 }

  it('sends the whole contact with its revision and an idempotency key', async () => {
    const seen: object[] = []
    await writeToCrm(await listen(200, seen), 'delivery-1', 'w1', contact)
    expect(seen).toEqual([
      {
        url: '/base/crm/contacts',
        key: 'delivery-1',
        body: { email: 'ilka@x.example', fields: { first_name: 'Ilka' }, revision: 3 },
      },
    ])
  })
  it('fails with what the CRM said, and follows it nowhere else', async () => {
    await expect(writeToCrm(await listen(500), 'd', 'w1', contact)).rejects.toThrow('The CRM answered 500: because')
    server?.close()
    await expect(writeToCrm(await listen(302), 'd', 'w1', contact)).rejects.toThrow('The CRM answered 302')
    await expect(writeToCrm('', 'd', 'w1', contact)).rejects.toThrow('No CRM is connected')
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
    expect(defaultSpan({}, now)).toEqual({ from: '2026-10-25', to: '2026-11-23' })
    expect(defaultSpan({ from: '2026-11-05', to: '2026-11-01' }, now)).toEqual({ from: '2026-11-01', to: '2026-11-05' })
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
