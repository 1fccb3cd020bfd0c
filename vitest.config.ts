import { defineConfig } from 'vitest/config'

const alias = { '@': `${import.meta.dirname}/src` }

/** @param test of one project: what it is called, which files it has, and how long they may take */
const project = (test: object) => ({ resolve: { alias }, test })

/**
 * `unit` tests need no running Lichen. `whole` ones share a Lichen, by names and workspaces of their own; those
 * `apart` stop or count what others use, and run one by one. `firefox` is a second engine; `measured` ones come
 * after the walks and want the machine for themselves.
 * `faults` break Lichens of their own.
 */
export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      project({
        name: 'unit',
        // They change nothing that others see: what they import is read once for all.
        isolate: false,
        pool: 'threads',
        include: ['src/**/*.test.ts', 'bench/**/*.test.ts', 'scripts/**/*.test.ts', 'tests/outside/*.test.ts'],
        // A limit for what hangs, not for what is slow beside others.
        testTimeout: 120_000,
      }),
      project({
        name: 'whole',
        isolate: false,
        pool: 'threads',
        include: ['tests/{api,guard,work}/**/*.test.ts', 'tests/outside/running/*.test.ts'],
        maxWorkers: 2,
        testTimeout: 120_000,
        hookTimeout: 120_000,
      }),
      project({
        name: 'apart',
        include: ['tests/apart/**/*.test.ts'],
        fileParallelism: false,
        testTimeout: 120_000,
        hookTimeout: 120_000,
      }),
      project({
        name: 'firefox',
        include: ['tests/walks/firefox.test.ts'],
        testTimeout: 240_000,
        hookTimeout: 120_000,
      }),
      project({
        name: 'measured',
        include: ['tests/walks/**/*.test.ts'],
        exclude: ['tests/walks/firefox.test.ts'],
        fileParallelism: false,
        testTimeout: 120_000,
        hookTimeout: 300_000,
      }),
      project({
        name: 'faults',
        include: ['tests/faults/**/*.test.ts'],
        globalSetup: 'tests/support/loaded.ts',
        maxWorkers: 2,
        testTimeout: 300_000,
        hookTimeout: 180_000,
      }),
    ],
  },
})
