import { defineConfig } from 'vitest/config'

/** The unit tests of the core, for `npm run mutants`: each small change of the heart is run against them. */
export default defineConfig({
  resolve: { alias: { '@': `${import.meta.dirname}/../../src` } },
  test: {
    // What several files of tests need is read once for all of them.
    isolate: false,
    setupFiles: 'tests/mutants/no_shrinking.ts',
    include: ['src/core/**/*.test.ts', 'tests/outside/{conditions,expressions}.test.ts'],
    testTimeout: 30_000,
  },
})
