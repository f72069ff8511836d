// How tests, benches and screenshots start Debian's Chromium.

/** Debian's build without any window: half the work of the one that draws a whole browser and hides it. */
export const HEADLESS = '/usr/bin/chromium-headless-shell'

export const chromiumLaunch = {
  executablePath: HEADLESS,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}
