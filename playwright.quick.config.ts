import { defineConfig } from '@playwright/test'
import { chromiumLaunch } from './bin/lib/chromium.mjs'

const half = process.env.NP_RESULTS ?? '0'

/** The real interface on a production build, in Debian's Chromium. bin/test starts the server and names its address. */
export default defineConfig({
  testDir: './tests/e2e',
  // Only to end what hangs: a machine at a fifth of the usual speed is waited for.
  timeout: 90_000,
  expect: { timeout: 9_000 },
  workers: 1,
  fullyParallel: false,
  // bin/test runs two halves at once, each with results of its own.
  outputDir: `test-results/${half}`,
  reporter: [['list'], ['json', { outputFile: `.build/e2e-${half}.json` }]],
  use: {
    baseURL: process.env.NP_ADDRESS ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    acceptDownloads: true,
    launchOptions: chromiumLaunch,
  },
})
