// Takes the pictures in docs/screenshots again from a running bin/start with the demo data: node
// docs/takeScreenshots.mjs [ADDRESS]
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium } from '@playwright/test'
import { chromiumLaunch } from '../bin/lib/chromium.mjs'

const here = join(dirname(fileURLToPath(import.meta.url)), 'screenshots')
const address = process.argv[2] ?? 'http://127.0.0.1:3000'
const browser = await chromium.launch(chromiumLaunch)

async function take(name, path, { theme = 'day', width = 1280, height = 800, first } = {}) {
  const page = await browser.newPage({ viewport: { width, height }, locale: 'en-GB', timezoneId: 'UTC' })
  await page.addInitScript((t) => localStorage.setItem('np.theme', t), theme)
  await page.goto(address + path)
  await page.waitForSelector('html[data-ready]')
  await page.waitForTimeout(2500)
  if (first) await first(page)
  await page.screenshot({ path: join(here, `${name}.png`) })
  await page.close()
}

await take('jobs', '/')
for (const stage of ['truck', 'load', 'air', 'lay', 'power', 'tune', 'prove', 'handover'])
  await take(stage, `/jobs/estuary-flatbed/${stage}`)
await take('truck-fit', '/jobs/festival-rig/truck#fit', {
  first: async (page) => {
    await page.getByRole('button', { name: 'From behind' }).click()
    await page.getByText('crossed up', { exact: true }).click()
    await page.getByRole('slider').fill('0.85')
  },
})
await take('lay-layouts', '/jobs/festival-rig/lay', {
  height: 1100,
  first: async (page) => {
    await page.getByRole('link', { name: 'Find a place for everything' }).click()
    const panel = page.getByRole('region', { name: 'Whole layouts' })
    await panel.getByRole('button', { name: 'Find a place for everything' }).waitFor()
    await page.waitForTimeout(500)
  },
})
await take('air-found', '/jobs/hive-hauler/air#found')
await take('air-run', '/jobs/festival-rig/air#run', {
  first: async (page) => {
    const panel = page.getByRole('region', { name: 'Run it' })
    await panel.getByRole('button', { name: 'Run', exact: true }).click()
    await panel.getByRole('img').first().waitFor()
    await panel.getByLabel('Speed').selectOption('1')
    await panel.getByRole('button', { name: 'Play' }).click()
    await page.waitForTimeout(3200)
    await panel.getByRole('button', { name: 'Hold' }).click()
    await page.waitForTimeout(300)
  },
})
await take('air-sets', '/jobs/hive-hauler/air#set', {
  first: async (page) => {
    const sets = page.getByRole('region', { name: 'Which set' })
    await sets.getByRole('button', { name: 'Try them all' }).click()
    await sets.getByRole('button', { name: 'Try them all' }).waitFor({ timeout: 180_000 })
    await page.waitForTimeout(600)
  },
})
await take('parts', '/parts', {
  first: async (page) => {
    await page.getByLabel('Kind').selectOption('tank')
    await page.getByRole('button', { name: 'Add a class' }).click()
    await page.waitForTimeout(400)
  },
})
await take('lay-bay', '/jobs/hive-hauler/lay', {
  theme: 'bay',
  first: async (page) => {
    await page.getByRole('button', { name: 'Turned' }).click()
    await page.locator('canvas[data-turned="true"]').waitFor()
    await page.waitForTimeout(800)
  },
})
await take('build', '/jobs/estuary-flatbed/build?step=torque-left')
await take('build-phone', '/jobs/estuary-flatbed/build?step=mount-compressor', {
  theme: 'bay',
  width: 390,
  height: 844,
})
await take('sums', '/sums?sum=wire-size')
await browser.close()
