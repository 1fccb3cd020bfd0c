import { defineConfig } from 'vitest/config'

const alias = { '@': `${import.meta.dirname}/src` }

/** Unit tests stand beside the code and need nothing; the rest run against whole Lichens, fault runs against ones they break. */
export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      {
        resolve: { alias },
        test: { name: 'unit', include: ['src/**/*.test.ts', 'bench/**/*.test.ts'], testTimeout: 30_000 },
      },
      {
        resolve: { alias },
        test: {
          name: 'whole',
          include: ['tests/{outside,api,guard,work}/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'faults',
          include: ['tests/faults/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 300_000,
          hookTimeout: 180_000,
        },
      },
    ],
  },
})
