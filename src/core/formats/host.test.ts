import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hostSchema, readHost } from './host'

describe('a host name', () => {
  it.each([
    ['forms.studio.example', 'forms.studio.example'],
    ['  Forms.Studio.Example. ', 'forms.studio.example'],
    ['forms.töpferei.example', 'forms.xn--tpferei-90a.example'],
    ['a-b.c1.example', 'a-b.c1.example'],
    ['forms.localhost', 'forms.localhost'],
  ])('%s is read as %s', (given, name) => {
    expect(readHost(given)).toBe(name)
    expect(hostSchema.parse(given)).toBe(name)
  })

  it.each([
    '',
    'studio',
    'https://forms.studio.example',
    'forms.studio.example:8080',
    'forms.studio.example/kilns',
    'ines@studio.example',
    '127.0.0.1',
    '2130706433',
    '0x7f.1',
    '[::1]',
    '-a.example',
    'a-.example',
    'a..example',
    '_lichen.studio.example',
    '*.studio.example',
    `${'a'.repeat(64)}.example`,
    `${'abcdefgh.'.repeat(30)}example`,
    'a.example?b',
    'a%2eb.example',
  ])('%j is none', (given) => {
    expect(readHost(given)).toBeNull()
    expect(hostSchema.safeParse(given).success).toBe(false)
  })

  it('is never more than a name, whatever is given', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const name = readHost(text)
        if (name !== null) expect(new URL(`https://${name}/f/x`).host).toBe(name)
      }),
    )
  })
})
