import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { squeezeBody, takesGzip } from './compress'

const page = Buffer.from(`<!doctype html>${'<p>kiln</p>'.repeat(200)}`)

describe('answers', () => {
  it('are compressed for whoever takes it, and are the same again', async () => {
    const { body, headers } = await squeezeBody(page, 'text/html; charset=utf-8', 'br, gzip')
    expect(headers).toEqual({ vary: 'accept-encoding, origin', 'content-encoding': 'gzip' })
    expect(gunzipSync(body).toString()).toMatch(/^<!doctype html>[^]*<\/p><!-- [\w-]* -->$/)
    expect(body.length).toBeLessThan(page.length / 4)
    const sheet = await squeezeBody(Buffer.from('a{color:red}'.repeat(200)), 'text/css', 'gzip')
    expect(gunzipSync(sheet.body).toString()).toBe('a{color:red}'.repeat(200))
  })
  it('stay as they are for others, where they are small, and where they are compressed already', async () => {
    expect(await squeezeBody(page, 'text/html', undefined)).toEqual({
      body: page,
      headers: { vary: 'accept-encoding, origin' },
    })
    const small = Buffer.from('{}')
    expect(await squeezeBody(small, 'application/json', 'gzip')).toEqual({ body: small, headers: {} })
    expect(await squeezeBody(page, 'image/avif', 'gzip')).toEqual({ body: page, headers: {} })
  })
  it('tell by their length nothing of what is in them', async () => {
    const lengths = await Promise.all(
      Array.from({ length: 60 }, async () => (await squeezeBody(page, 'text/html', 'gzip')).body.length),
    )
    expect(new Set(lengths).size).toBeGreaterThan(15)
  })
  it.each([
    ['gzip', true],
    ['br;q=1, gzip;q=0.5', true],
    ['*', true],
    ['gzip;q=0', false],
    ['gzip; q=0.000', false],
    ['br', false],
    ['', false],
    ['xgzip', false],
  ])('read “%s”', (accepted, takes) => expect(takesGzip(accepted)).toBe(takes))
})
