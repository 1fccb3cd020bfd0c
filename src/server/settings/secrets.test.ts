import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { openSettings, seal, sealSecrets, unseal } from './secrets'

const OLD = 'old'.repeat(12)
const NEW = 'new'.repeat(12)

describe('a secret', () => {
  it('opens to what was sealed, with its key and for its purpose only', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.string(), fc.string(), (text, purpose, other) => {
        const sealed = seal(text, purpose, [NEW])
        expect(unseal(sealed, purpose, [NEW])).toBe(Buffer.from(text).toString())
        expect(unseal(sealed, purpose, [OLD])).toBeNull()
        if (Buffer.from(other).toString() !== Buffer.from(purpose).toString())
          expect(unseal(sealed, other, [NEW])).toBeNull()
      }),
    )
  })
  it('shows nothing of itself, is never sealed twice the same, and opens no more once a byte is changed', () => {
    const sealed = seal('a very secret token', 'x', [NEW])
    expect(sealed.includes('secret')).toBe(false)
    expect(seal('a very secret token', 'x', [NEW]).equals(sealed)).toBe(false)
    for (let at = 0; at < sealed.length; at++) {
      const changed = Buffer.from(sealed)
      changed[at] = (changed[at] ?? 0) ^ 1
      expect(unseal(changed, 'x', [NEW])).toBeNull()
    }
    expect(unseal(sealed.subarray(0, 20), 'x', [NEW])).toBeNull()
  })
  it('opens while a key is changed: the first seals, each opens', () => {
    const sealed = seal('token', 'x', [OLD])
    expect(unseal(sealed, 'x', [NEW, OLD])).toBe('token')
    expect(unseal(seal('token', 'x', [NEW, OLD]), 'x', [NEW])).toBe('token')
  })
  it('belongs to one connection of one workspace', () => {
    const secrets = sealSecrets('w1', 'crm', { token: 't' }, [NEW])
    const stored = { name: 'crm', title: 'CRM', settings: { url: 'u' }, secrets } as never
    expect(openSettings('w1', stored, [NEW])).toEqual({ url: 'u', token: 't' })
    expect(() => openSettings('w2', stored, [NEW])).toThrow('Enter them again in Settings')
    expect(sealSecrets('w1', 'crm', {}, [NEW])).toBeNull()
  })
})
