import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { knownBrowser, rememberBrowser } from './knownBrowser'

const config = { LICHEN_URL: 'https://forms.example', LICHEN_SECRET: 'a secret of the installation' }
const headers = (...cookies: string[]) => new Headers({ cookie: cookies.map((one) => one.split(';')[0]).join('; ') })

describe('a known browser', () => {
  it('is known to the account that signed in with it, and to no other', () => {
    const ines = rememberBrowser(config, 'ines@tarnfield.example')
    const otto = rememberBrowser(config, 'otto@tarnfield.example')
    const both = headers(ines, otto)
    const known = (account: string) => knownBrowser(config, account, both)
    expect(known('ines@tarnfield.example')).toMatch(/^[0-9a-f-]{36}$/)
    expect(known('otto@tarnfield.example')).not.toBe(known('ines@tarnfield.example'))
    expect(known('piet@tarnfield.example')).toBeNull()
    // The proof of one account under the name of another’s cookie is none.
    const moved = `${otto.split('=')[0]}=${/=([^;]*)/.exec(ines)?.[1]}`
    expect(knownBrowser(config, 'otto@tarnfield.example', headers(moved))).toBeNull()
  })
  it('is not known to another installation, nor without its cookie', () => {
    const kept = rememberBrowser(config, 'ines@tarnfield.example')
    expect(knownBrowser({ ...config, LICHEN_SECRET: 'another' }, 'ines@tarnfield.example', headers(kept))).toBeNull()
    expect(knownBrowser(config, 'ines@tarnfield.example', new Headers())).toBeNull()
  })
  it('takes nothing that was written by hand', () => {
    const name = rememberBrowser(config, 'ines@tarnfield.example').split('=')[0]
    fc.assert(
      fc.property(fc.stringMatching(/^[\w.-]{0,80}$/), (value) => {
        expect(knownBrowser(config, 'ines@tarnfield.example', headers(`${name}=${value}`))).toBeNull()
      }),
    )
  })
  it('is told over HTTPS only, where there is HTTPS', () => {
    expect(rememberBrowser(config, 'x')).toMatch(/; HttpOnly; SameSite=Lax; Secure$/)
    expect(rememberBrowser({ ...config, LICHEN_URL: 'http://127.0.0.1:4300' }, 'x')).not.toContain('Secure')
  })
})
