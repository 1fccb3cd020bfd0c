import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './tests/support/browser'

/** Browser tests against the Lichen that `npm test` or `npm run longer` has started. */
export default defineConfig({
  projects: [
    { name: 'browser', testDir: 'tests/e2e' },
    { name: 'walks', testDir: 'tests/walks' },
  ],
  testMatch: '**/*.spec.ts',
  timeout: 120_000,
  expect: { timeout: 10_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  retries: 0,
  reporter: [['line'], ['json']],
  outputDir: 'test-results',
  use: {
    baseURL: process.env.LICHEN_TEST_URL ?? '',
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: CHROMIUM,
  },
})
