import { defineConfig } from '@playwright/test'

/** Browser tests against the Lichen that `npm test` has started. */
export default defineConfig({
  testDir: 'tests/e2e',
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
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
    },
  },
})
