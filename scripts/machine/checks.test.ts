import { describe, expect, it, vi } from 'vitest'
import { Checks, readPlaywright, readVitest } from './checks.mjs'

vi.spyOn(console, 'log').mockImplementation(() => undefined)

interface Outcome {
  passed: number
  failed: string[]
  places: string[]
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
    const all = { passed: 3, failed: [], places: [] }
    expect(await counted(all)).toEqual({ ...NOTHING, asked: [null], passed: 3 })
  })
  it('runs once more what failed, and calls what passes then unsteady', async () => {
    const first = { passed: 3, failed: ['a', 'b'], places: ['a.test.ts'] }
    const second = { passed: 5, failed: ['b'], places: ['a.test.ts'] }
    expect(await counted(first, second)).toEqual({
      ...NOTHING,
      asked: [null, ['a.test.ts']],
      passed: 4,
      failed: ['b'],
      unsteady: ['a'],
    })
  })
  it('fails by what fails for the first time when it runs again', async () => {
    const first = { passed: 0, failed: ['a.test.ts'], places: ['a.test.ts'] }
    const second = { passed: 1, failed: ['a.test.ts: one'], places: ['a.test.ts'] }
    expect((await counted(first, second)).failed).toEqual(['a.test.ts: one'])
  })
  it('is broken where it tells nothing, has no test, or tells nothing the second time', async () => {
    expect((await counted(null)).broken).toEqual(['tests'])
    expect((await counted({ passed: 0, failed: [], places: [] })).broken).toEqual(['tests'])
    expect((await counted({ passed: 1, failed: ['a'], places: ['a'] }, null)).failed).toEqual(['a'])
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
      numPassedTests: 2,
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
      places: ['b.test.ts', 'c.test.ts'],
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
