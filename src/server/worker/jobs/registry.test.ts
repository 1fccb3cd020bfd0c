import { describe, expect, it } from 'vitest'
import { CREWS, type Around } from './job'
import { JOBS, jobsOf } from './registry'

describe('every job', () => {
  it('has a name of its own, and stands in one crew', () => {
    const names = JOBS.map(({ name }) => name)
    expect(new Set(names).size).toBe(names.length)
    const working = Object.keys(CREWS).flatMap((crew) => jobsOf(crew as keyof typeof CREWS))
    expect(working.map(({ name }) => name).sort()).toEqual([...names].sort())
  })
  it('may be due for longer than the span after which it is due again', () => {
    for (const { name, every, patience } of JOBS)
      if (every !== undefined && every < 60 * 60) expect([name, patience > every]).toEqual([name, true])
  })
  it('fails where it is told what it cannot read, before it does anything', async () => {
    const nothing = {} as Around
    for (const job of JOBS.filter(({ every }) => every === undefined))
      await expect(job.run({ other: 1 }, nothing), job.name).rejects.toThrow(/expected|Invalid/)
  })
})
