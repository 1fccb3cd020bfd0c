import { defineConfig } from 'vitest/config'

const alias = { '@': `${import.meta.dirname}/src` }

/** Unit tests stand beside the code and need nothing; the rest run against a whole Lichen of their own. */
export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      { resolve: { alias }, test: { name: 'unit', include: ['src/**/*.test.ts', 'bench/**/*.test.ts'] } },
      {
        resolve: { alias },
        test: {
          name: 'whole',
          include: ['tests/{outside,faults,api}/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
})
