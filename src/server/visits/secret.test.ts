import { randomUUID } from 'node:crypto'
import { createChallenge, solveChallenge, verifySolution } from 'altcha-lib'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { claimVisit } from './claim'
import { givenFor, givePass, isProof, readOpened, workKey, writeOpened } from './secret'

const secret = 's'.repeat(32)
const form = randomUUID()

describe('a visit', () => {
  const passes = Array.from({ length: 200 }, () => givePass(secret, form))
  it('has an id that is a UUID, one of ours, and like no other', () => {
    for (const { id } of passes) {
      expect(z.uuid().safeParse(id).success).toBe(true)
      expect(givenFor(secret, id)).toBe('visit')
      expect(givenFor('t'.repeat(32), id)).toBeNull()
    }
    expect(new Set(passes.map(({ id }) => id)).size).toBe(passes.length)
    expect(Array.from({ length: 500 }, () => givenFor(secret, randomUUID())).filter(Boolean)).toEqual([])
  })
  it('says to us alone that it is a colleague’s, who tries the form', () => {
    const { id, proof } = givePass(secret, form, 'test')
    expect(givenFor(secret, id)).toBe('test')
    expect(claimVisit(secret, form, { visit: id, proof }, false)).toEqual({ id, proven: true, test: true })
    expect(claimVisit(secret, form, { visit: id, proof: null }, false)).toBeNull()
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
    expect(claim(id, proof)).toEqual({ id, proven: true, test: false })
    expect(claim(id.toUpperCase(), proof)).toEqual({ id, proven: true, test: false })
    expect(claim(id, null)).toBeNull()
    expect(claim(id, 'x')).toBeNull()
    expect(claim(id, null, true)).toEqual({ id, proven: true, test: false })
    const own = randomUUID()
    expect(claim(own, null)).toEqual({ id: own, proven: false, test: false })
    expect(['-'.repeat(36), 'x', ''].map((visit) => claim(visit, proof))).toEqual([null, null, null])
  })
})

describe('when a page was opened', () => {
  const at = new Date('2026-09-13T09:29:30.123Z')
  const { id } = givePass(secret, form)
  const written = writeOpened(secret, form, id, at)
  it('is read as it was written, to the millisecond', () => {
    expect(readOpened(secret, form, id, written)).toEqual(at)
  })
  it('is believed for its own form and visit only, and as nobody else wrote it', () => {
    const earlier = (at.getTime() - 5000).toString(36)
    const wrong = ['', '.', 'x', earlier, written.replace(/^[^.]*/, earlier), `${written}x`, written.slice(0, -1)]
    expect(wrong.map((text) => readOpened(secret, form, id, text))).toEqual(wrong.map(() => null))
    expect(readOpened(secret, form, randomUUID(), written)).toBeNull()
    expect(readOpened(secret, randomUUID(), id, written)).toBeNull()
    expect(readOpened('t'.repeat(32), form, id, written)).toBeNull()
  })
  it('is no proof of a visit, nor the other way round', () => {
    const { proof } = givePass(secret, form)
    expect(readOpened(secret, form, id, `${at.getTime().toString(36)}.${proof}`)).toBeNull()
  })
  it('leaves each page of each visit work of its own: done for one, it is worth nothing for another', async () => {
    const key = workKey(secret, form, id, written)
    const task = await createChallenge({ hmacKey: key, maxNumber: 500 })
    const found = await solveChallenge(task.challenge, task.salt, task.algorithm, 500).promise
    const solution = btoa(JSON.stringify({ ...task, number: found?.number }))
    expect(await verifySolution(solution, key)).toBe(true)
    const later = writeOpened(secret, form, id, new Date(at.getTime() + 1))
    for (const other of [
      workKey(secret, form, randomUUID(), written),
      workKey(secret, randomUUID(), id, written),
      workKey(secret, form, id, later),
    ])
      expect(await verifySolution(solution, other)).toBe(false)
    expect(await verifySolution(btoa(JSON.stringify({ ...task, number: (found?.number ?? 0) + 1 })), key)).toBe(false)
  })
})
