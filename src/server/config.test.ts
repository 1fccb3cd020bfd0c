import { describe, expect, it } from 'vitest'
import { readConfig } from './config'

const LEAST = {
  DATABASE_URL: 'postgres://lichen@127.0.0.1/lichen',
  LICHEN_SECRET: 's'.repeat(32),
  LICHEN_SMTP_URL: 'smtp://127.0.0.1:2525',
  LICHEN_KEYS: 'k'.repeat(32),
}

describe('settings', () => {
  it('have values of their own where nothing is said', () => {
    expect(readConfig({ ...LEAST, NODE_ENV: 'test' })).toMatchObject({ LICHEN_PORT: 4300, LICHEN_S3_BUCKET: '' })
  })
  it('are told all at once where they are wrong or not set', () => {
    expect(() => readConfig({ NODE_ENV: 'test', LICHEN_PORT: 'x' })).toThrow(
      /DATABASE_URL: is not set[^]*LICHEN_PORT[^]*LICHEN_SECRET: is not set/,
    )
  })
  it.each([
    ['ftp://forms.firm.example', /LICHEN_URL: must be a web address/],
    ['forms.firm.example', /LICHEN_URL: must be a web address/],
    ['http://127.0.0.1:6000', /LICHEN_URL: has a port that browsers refuse to open/],
  ])('want an address that browsers open, not %s', (url, told) =>
    expect(() => readConfig({ ...LEAST, NODE_ENV: 'test', LICHEN_URL: url })).toThrow(told),
  )
  it('want a bucket’s key with its bucket, at start and not when the first file comes', () => {
    const bucket = { ...LEAST, NODE_ENV: 'test' as const, LICHEN_S3_BUCKET: 'kilns', LICHEN_S3_SECRET: '' }
    expect(() => readConfig(bucket)).toThrow(
      /LICHEN_S3_KEY: is not set\n {2}LICHEN_S3_SECRET: is needed with LICHEN_S3_BUCKET/,
    )
    const whole = { ...bucket, LICHEN_S3_KEY: 'key', LICHEN_S3_SECRET: 'secret' }
    expect(readConfig(whole).LICHEN_S3_BUCKET).toBe('kilns')
  })
})
