import { describe, expect, it } from 'vitest'
import { orderFor } from './order'

const things = Array.from({ length: 8 }, (_, n) => n)

describe('the order a visitor gets things in', () => {
  it('is the form’s own unless they are shuffled', () => {
    expect(orderFor(things, { name: 'wares', shuffled: false }, 'visit 1')).toEqual(things)
  })
  it('stays the same for a visit, and differs from visit to visit and question to question', () => {
    const order = (name: string, visit: string) => orderFor(things, { name, shuffled: true }, visit)
    expect(order('wares', 'visit 1')).toEqual(order('wares', 'visit 1'))
    expect(new Set([1, 2, 3, 4].map((visit) => order('wares', `visit ${visit}`).join())).size).toBeGreaterThan(1)
    expect(order('wares', 'visit 1')).not.toEqual(order('glazes', 'visit 1'))
    expect(order('wares', 'visit 1').sort()).toEqual(things)
  })
})
