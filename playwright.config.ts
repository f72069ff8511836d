import { defineConfig } from '@playwright/test'
import { chromiumLaunch } from './bin/lib/chromium.mjs'
import { stand, stands } from './tests/e2e/stand'

/** The real interface on a production build, in Debian's Chromium, each worker on a stand of its own. */
export default defineConfig({
  testDir: './tests/e2e',
  // Only to end what hangs: a machine at a fifth of the usual speed is waited for, with what it works out, and so are
  // stand-ins that do things in a time of their own.
  timeout: 900_000,
  expect: { timeout: 300_000 },
  workers: stands.length,
  fullyParallel: false,
  reporter: [['list'], ['json', { outputFile: '.build/e2e.json' }]],
  use: {
    baseURL: stand.address,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    acceptDownloads: true,
    launchOptions: chromiumLaunch,
  },
})
