import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { Checks, readPlaywright, readVitest } from './checks.mjs'

beforeAll(() => void vi.spyOn(console, 'log').mockImplementation(() => undefined))
afterAll(() => void vi.restoreAllMocks())

interface Outcome {
  passed: number
  failed: string[]
  again: string[]
  settled: number
}

/** Runs tests that come to one outcome the first time, and to another when some of them run again. */
async function counted(...outcomes: (Outcome | null)[]) {
  const checks = new Checks()
  const asked: (string[] | null)[] = []
  await checks.count('tests', (again) => {
    asked.push(again)
    return Promise.resolve(outcomes.shift() ?? null)
  })
  const { passed, failed, unsteady, broken } = checks
  return { asked, passed, failed, unsteady, broken }
}

const NOTHING = { failed: [], unsteady: [], broken: [] }

describe('a run of tests', () => {
  it('in which all pass runs once', async () => {
    const all = { passed: 3, failed: [], again: [], settled: 3 }
    expect(await counted(all)).toEqual({ ...NOTHING, asked: [null], passed: 3 })
  })
  it('runs once more what failed, and calls what passes then unsteady', async () => {
    // Of the three that pass, one stands in the file that runs again.
    const first = { passed: 3, failed: ['a', 'b'], again: ['a.test.ts'], settled: 2 }
    const second = { passed: 2, failed: ['b'], again: ['a.test.ts'], settled: 0 }
    expect(await counted(first, second)).toEqual({
      ...NOTHING,
      asked: [null, ['a.test.ts']],
      passed: 4,
      failed: ['b'],
      unsteady: ['a'],
    })
  })
  it('fails by what fails for the first time when it runs again', async () => {
    const first = { passed: 0, failed: ['a.test.ts'], again: ['a.test.ts'], settled: 0 }
    const second = { passed: 1, failed: ['a.test.ts: one'], again: ['a.test.ts'], settled: 0 }
    expect(await counted(first, second)).toMatchObject({ passed: 1, failed: ['a.test.ts: one'] })
  })
  it('is broken where it tells nothing, has no test, or tells nothing the second time', async () => {
    expect((await counted(null)).broken).toEqual(['tests'])
    expect((await counted({ passed: 0, failed: [], again: [], settled: 0 })).broken).toEqual(['tests'])
    expect((await counted({ passed: 1, failed: ['a'], again: ['a'], settled: 1 }, null)).failed).toEqual(['a'])
  })
})

describe('a report', () => {
  it('of Vitest names tests that failed, and files in which none was run', () => {
    const file = (name: string, status: string, assertionResults: { status: string; fullName: string }[]) => ({
      name: `${process.cwd()}/${name}`,
      status,
      assertionResults,
    })
    const report = {
      testResults: [
        file('a.test.ts', 'passed', [{ status: 'passed', fullName: 'one' }]),
        file('b.test.ts', 'failed', [
          { status: 'passed', fullName: 'two' },
          { status: 'failed', fullName: 'three' },
        ]),
        file('c.test.ts', 'failed', [{ status: 'skipped', fullName: 'four' }]),
      ],
    }
    expect(readVitest(report)).toEqual({
      passed: 2,
      failed: ['b.test.ts: three', 'c.test.ts'],
      again: ['b.test.ts', 'c.test.ts'],
      settled: 1,
    })
  })
  it('of Playwright names tests that failed, however deep, and says where it stopped before any', () => {
    const spec = (title: string, ok: boolean) => ({ title, ok })
    const inner = { title: 'inner', file: 'a.spec.ts', specs: [spec('two', false)] }
    const suites = [{ title: 'a', file: 'a.spec.ts', specs: [spec('one', true)], suites: [inner] }]
    expect(readPlaywright({ stats: { expected: 1 }, suites, errors: [] })).toMatchObject({
      passed: 1,
      failed: ['a.spec.ts: two'],
    })
    expect(readPlaywright({ stats: { expected: 0 }, suites: [], errors: [{}] }).failed).toHaveLength(1)
  })
})
