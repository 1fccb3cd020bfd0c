import { describe, expect, it } from 'vitest'
import { addressOf, baseOf, ownHostsOf } from './base'

const here = 'http://127.0.0.1:4300'
const there = 'https://lichen.firm.example'

describe('where forms are opened', () => {
  it('is below the host name of their own, as the installation is reached', () => {
    expect(baseOf(here, 'forms.tarnfield.localhost')).toBe('http://forms.tarnfield.localhost:4300')
    expect(addressOf(there, 'forms.tarnfield.example', 'find')).toBe('https://forms.tarnfield.example/f/find')
  })

  it('is below the installation’s own where they have none', () => {
    expect(addressOf(here, null, 'find')).toBe('http://127.0.0.1:4300/f/find')
    expect(ownHostsOf(here, [])).toEqual(['127.0.0.1:4300'])
  })

  it('makes all of them pages of ours', () => {
    expect(ownHostsOf(there, ['forms.tarnfield.example'])).toEqual(['lichen.firm.example', 'forms.tarnfield.example'])
  })
})
