import { randomUUID } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { claimVisit } from '../visitor/request'
import { givePass, isGiven, isProof } from './secret'

const secret = 's'.repeat(32)
const form = randomUUID()

describe('a visit', () => {
  const passes = Array.from({ length: 200 }, () => givePass(secret, form))
  it('has an id that is a UUID, one of ours, and like no other', () => {
    for (const { id } of passes) {
      expect(z.uuid().safeParse(id).success).toBe(true)
      expect(isGiven(secret, id)).toBe(true)
      expect(isGiven('t'.repeat(32), id)).toBe(false)
    }
    expect(new Set(passes.map(({ id }) => id)).size).toBe(passes.length)
    expect(Array.from({ length: 500 }, () => isGiven(secret, randomUUID()))).not.toContain(true)
  })
  it('belongs to whoever has its proof, for that form only', () => {
    const [one, two] = [givePass(secret, form), givePass(secret, form)]
    expect(isProof(secret, form, one.id, one.proof)).toBe(true)
    expect(isProof(secret, form, one.id, two.proof)).toBe(false)
    expect(isProof(secret, randomUUID(), one.id, one.proof)).toBe(false)
    expect([null, undefined, '', 'x'].map((proof) => isProof(secret, form, one.id, proof))).not.toContain(true)
  })
  it('is nobody’s without its proof; an id a program made up is its own', () => {
    const { id, proof } = givePass(secret, form)
    const claim = (visit: string | null, given: string | null, trusted = false) =>
      claimVisit(secret, form, { visit, proof: given }, trusted)
    expect(claim(id, proof)).toEqual({ id, proven: true })
    expect(claim(id.toUpperCase(), proof)).toEqual({ id, proven: true })
    expect(claim(id, null)).toBeNull()
    expect(claim(id, 'x')).toBeNull()
    expect(claim(id, null, true)).toEqual({ id, proven: true })
    const own = randomUUID()
    expect(claim(own, null)).toEqual({ id: own, proven: false })
    expect(['-'.repeat(36), 'x', ''].map((visit) => claim(visit, proof))).toEqual([null, null, null])
  })
})
