import { betterAuth } from 'better-auth'
import { twoFactor } from 'better-auth/plugins'
import { Secret, TOTP } from 'otpauth'
import { afterEach, describe, expect, it, vi } from 'vitest'

/** RFC 6238, appendix B, SHA-1: seconds since 1970, and the code of eight figures then. */
const VECTORS = [
  [59, '94287082'],
  [1111111109, '07081804'],
  [1111111111, '14050471'],
  [1234567890, '89005924'],
  [2000000000, '69279037'],
  [20000000000, '65353130'],
] as const
const SECRET = '12345678901234567890'

describe('one-time codes', () => {
  const { api } = betterAuth({ secret: 'k'.repeat(32), baseURL: 'http://localhost', plugins: [twoFactor()] })
  afterEach(() => void vi.useRealTimers())

  it.each(VECTORS)('at second %d are the last six figures of those of RFC 6238', async (second, code) => {
    vi.setSystemTime(second * 1000)
    expect(await api.generateTOTP({ body: { secret: SECRET } })).toEqual({ code: code.slice(2) })
  })
  it.each(VECTORS)('at second %d an independent implementation has all of them', (second, code) => {
    const theirs = new TOTP({ secret: Secret.fromUTF8(SECRET), digits: 8 })
    expect(theirs.generate({ timestamp: second * 1000 })).toBe(code)
  })
})
