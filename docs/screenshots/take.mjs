// Takes the pictures of this folder anew from a running bin/start with the demo data: node docs/screenshots/take.mjs [ADDRESS]
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium } from '@playwright/test'

const here = dirname(fileURLToPath(import.meta.url))
const address = process.argv[2] ?? 'http://127.0.0.1:3000'
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })

async function take(name, path, { theme = 'day', width = 1280, height = 800 } = {}) {
  const page = await browser.newPage({ viewport: { width, height }, locale: 'en-GB', timezoneId: 'UTC' })
  await page.addInitScript(t => localStorage.setItem('np.theme', t), theme)
  await page.goto(address + path)
  await page.waitForSelector('html[data-ready]')
  await page.waitForTimeout(900)
  await page.screenshot({ path: join(here, `${name}.png`) })
  await page.close()
}

await take('jobs', '/')
for (const stage of ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover']) await take(stage, `/jobs/estuary-flatbed/${stage}`)
await take('lay-bay', '/jobs/kiln-trailer/lay', { theme: 'bay' })
await take('build-phone', '/jobs/estuary-flatbed/build', { theme: 'bay', width: 390, height: 844 })
await take('sums', '/sums?sum=wire-size')
await browser.close()
