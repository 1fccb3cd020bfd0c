import { describe, expect, it, vi } from 'vitest'
import { Presence } from './presence'

const refused = Object.assign(new Error('connect ECONNREFUSED'), { code: 'ECONNREFUSED' })
const crowded = new Error('timeout exceeded when trying to connect')

describe('the database’s presence', () => {
  it('is lost at once when a connection is refused, and found again by itself', async () => {
    let there = false
    const renew = vi.fn()
    const presence = new Presence(() => (there ? Promise.resolve() : Promise.reject(refused)), renew)
    presence.tell(refused)
    expect(presence.isAway).toBe(true)
    there = true
    await vi.waitFor(() => expect(presence.isAway).toBe(false), 3000)
    expect(renew).toHaveBeenCalledOnce()
  })
  it('is not lost in a crowd, as long as it answers a look', async () => {
    const look = vi.fn(() => Promise.resolve())
    const presence = new Presence(look, () => undefined)
    for (let n = 0; n < 5; n++) presence.tell(crowded)
    await Promise.resolve()
    expect(presence.isAway).toBe(false)
    expect(look).toHaveBeenCalledOnce()
  })
  it('is lost in a crowd that nobody answers', async () => {
    const presence = new Presence(
      () => Promise.reject(refused),
      () => undefined,
    )
    presence.tell(crowded)
    await vi.waitFor(() => expect(presence.isAway).toBe(true))
  })
  it('is not touched by an error that is somebody’s own', () => {
    const presence = new Presence(
      () => Promise.reject(refused),
      () => undefined,
    )
    presence.tell(new Error('duplicate key value'))
    expect(presence.isAway).toBe(false)
  })
})
