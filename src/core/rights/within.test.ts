import { describe, expect, it } from 'vitest'
import { splitWithin, within } from './within'

describe('an address within a workspace', () => {
  it('is split, and put together again', () => {
    for (const path of ['/forms', '/people?search=in%2Fx', '/', '/in-and-out'])
      for (const handle of [null, 'elm-1a2b3c', '1a2b3c'])
        expect(splitWithin(within(handle, path))).toEqual({ handle, path })
    expect(splitWithin('/in/elm-1a2b3c')).toEqual({ handle: 'elm-1a2b3c', path: '/' })
    expect(splitWithin('/in/elm-1a2b3c?x=1')).toEqual({ handle: 'elm-1a2b3c', path: '/?x=1' })
  })
  it('is not what only looks like one', () => {
    for (const address of [
      '/in',
      '/in/',
      '/inn/elm/forms',
      '/in/Elm/forms',
      '/in/elm%2f/forms',
      '//in/elm/forms',
      '/forms/in/elm',
    ])
      expect(splitWithin(address)).toEqual({ handle: null, path: address })
  })
})
