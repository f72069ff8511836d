// Three people type in real browsers while the server, the database and the browsers are killed at random; then
// what they typed is compared with what is stored: node bench/torture.mjs [--minutes 10] [--seed N]
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { chromium } from '@playwright/test'
import { dataFolder, root } from '../bin/lib/bundle.mjs'
import { freePort } from '../bin/lib/cluster.mjs'
import { chromiumLaunch } from '../bin/lib/chromium.mjs'
import { installChromium, leaveMachineAlone } from '../bin/lib/install.mjs'
import { healthOf } from '../bin/lib/serve.mjs'

const option = (name, otherwise) => {
  const at = process.argv.indexOf(`--${name}`)
  return at > 0 ? Number(process.argv[at + 1]) : otherwise
}
const minutes = option('minutes', 10)
const seed = option('seed', Math.floor(Math.random() * 2 ** 31))
console.log(`Seed ${seed}, ${minutes} minutes.`)

/** The same sequence of numbers for the same seed (mulberry32). */
let state = seed
function random() {
  state = (state + 0x6d2b79f5) | 0
  let t = Math.imul(state ^ (state >>> 15), 1 | state)
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296
}
const pick = (list) => list[Math.floor(random() * list.length)]

leaveMachineAlone()
installChromium()
const folder = join(dataFolder, 'torture')
rmSync(folder, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })
const port = await freePort()
const address = `http://127.0.0.1:${port}`
const program = spawn(process.execPath, [join(root, 'bin/start'), '--port', String(port)], {
  env: { ...process.env, NP_DATA: folder },
  stdio: ['ignore', 'inherit', 'inherit'],
})
const answers = async () => {
  while (!(await healthOf(address))?.database) await sleep(200)
}
await answers()

const JOB = 'festival-rig'
/** Each person's own fields, and one that all three type in. */
const PEOPLE = [
  { name: 'Odile', fields: ['Mass of Cable drums', 'Cable drums from the rear axle'] },
  { name: 'Bram', fields: ['Mass of Lighting towers', 'Lighting towers from the rear axle'] },
  { name: 'Mira', fields: ['Haul'] },
]
const SHARED = 'Ball load'
const shop = await (await fetch(`${address}/api/shop`)).json()
const names = shop.people.map((p) => p.name)
/** The haul that all three look at; otherwise each page shows the heaviest, which changes as they type. */
const { document: before } = await (await fetch(`${address}/api/jobs/${JOB}`)).json()
const [HAUL] = Object.entries(before.hauls).find(([, haul]) =>
  Object.values(haul.items).some((item) => item.label === 'Cable drums'),
)
const typed = new Map()
const until = Date.now() + minutes * 60_000
let kills = 0
let clashes = 0

/** A field by its label, in its drawer: the shared field is in another drawer than each person's own. */
async function fieldOn(page, label) {
  const drawer = label === SHARED ? 'trailer' : 'aboard'
  await page.locator(`[data-opens="${drawer}"]`).click({ timeout: 3000 })
  return page.getByLabel(label, { exact: true }).first()
}

/** Kills every process of the browser with this profile. */
async function killBrowser(profile) {
  spawnSync('pkill', ['-9', '-f', `user-data-dir=${profile}`])
  await sleep(300)
  for (const name of ['SingletonLock', 'SingletonSocket', 'SingletonCookie'])
    rmSync(join(profile, name), { force: true })
}

/** Edits on the shelf of a browser. */
const rowsOf = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const opened = indexedDB.open('nimble-piston')
        opened.onerror = () => reject(opened.error)
        opened.onsuccess = () => {
          const all = opened.result.transaction('edits').objectStore('edits').getAll()
          all.onsuccess = () => resolve(all.result)
        }
      }),
  )

/** One person at one browser; its storage survives when it is killed. */
async function person({ fields }, k) {
  const profile = join(folder, `browser-${k}`)
  const begin = async () => {
    const context = await chromium.launchPersistentContext(profile, {
      ...chromiumLaunch,
      timeout: 20_000,
    })
    const page = context.pages()[0] ?? (await context.newPage())
    await page.goto(`${address}/`)
    await page.getByLabel('You are').selectOption({ label: names[k % names.length] })
    await page.evaluate(([job, haul]) => localStorage.setItem(`np.haul.${job}`, haul), [JOB, HAUL])
    await page.goto(`${address}/jobs/${JOB}/load`)
    await page.locator('[data-bench]').waitFor()
    return { context, page }
  }
  const again = async () => {
    while (program.exitCode === null && program.signalCode === null)
      try {
        return await begin()
      } catch {
        await killBrowser(profile)
      }
    throw new Error('The program ended by itself.')
  }
  /** Answers whatever is asked, and counts it; notes a conflict with oneself. */
  const settle = async (page) => {
    const keep = page.getByRole('button', { name: 'Keep these' })
    if (!(await keep.isVisible().catch(() => false))) return
    clashes++
    const places = await page.locator('[role=dialog] legend').allInnerTexts()
    const own = places.filter((place) => !place.endsWith(SHARED))
    if (own.length > 0) {
      console.log(await page.locator('[role=dialog]').innerText())
      for (const row of await rowsOf(page)) console.log(JSON.stringify(row))
      throw new Error(`Asked about what only ${names[k]} types: ${own.join('; ')}`)
    }
    await keep.click()
  }
  let { context, page } = await again()
  let n = 0
  while (Date.now() < until) {
    const field = pick(fields)
    const value = field === 'Haul' ? `Haul ${k}-${++n}` : String(100 + ((++n * 7 + k * 31) % 400))
    try {
      await settle(page)
      const input = await fieldOn(page, field)
      await input.fill(value, { timeout: 3000 })
      await input.press('Enter', { timeout: 3000 })
      // From here on it is typed: it is on the screen, so it is on the shelf.
      await page.waitForTimeout(60)
      typed.set(field, value)
      if (random() < 0.2)
        await fieldOn(page, SHARED)
          .then((shared) => shared.fill(String(10 + Math.floor(random() * 90)), { timeout: 3000 }))
          .then(() => page.keyboard.press('Enter'))
      if (random() < 0.04) {
        kills++
        // Like a crash: no page is told.
        await killBrowser(profile)
        ;({ context, page } = await again())
      } else if (random() < 0.05) await page.reload().catch(() => {})
    } catch (error) {
      if (/^Asked about/.test(error.message)) throw error
      await sleep(300)
      await page.goto(`${address}/jobs/${JOB}/load`).catch(() => {})
    }
    await sleep(100 + random() * 500)
  }
  return { context, page, settle }
}

/** Kills the server or the database every few seconds. */
async function killer() {
  while (Date.now() < until - 5000) {
    await sleep(5000 + random() * 10_000)
    try {
      const pid =
        random() < 0.6
          ? JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')).server
          : Number(readFileSync(join(folder, 'demo/pg/postmaster.pid'), 'utf8').split('\n')[0])
      process.kill(pid, 'SIGKILL')
      kills++
    } catch {
      // Not reachable just now.
    }
  }
}

let failed = false
try {
  const [, ...ends] = await Promise.all([killer(), ...PEOPLE.map(person)])
  console.log('Nothing is killed any more; what is typed is compared.')
  await answers()
  for (const { page, settle } of ends) {
    await page.goto(`${address}/jobs/${JOB}/load`).catch(() => page.reload())
    const status = page.getByRole('status')
    for (let i = 0; i < 300 && !/saved$/.test(await status.innerText().catch(() => '')); i++) {
      await settle(page)
      await sleep(200)
    }
    if ((await page.getByText('could not be saved').count()) > 0) {
      failed = true
      console.log('An edit was set aside.')
    }
  }
  const { document } = await (await fetch(`${address}/api/jobs/${JOB}`)).json()
  const history = await (await fetch(`${address}/api/jobs/${JOB}/history`)).json()
  const ids = history.flatMap((r) => r.edits.map((e) => e.id))
  if (new Set(ids).size !== ids.length) {
    failed = true
    console.log('An edit is held twice.')
  }
  const page = ends[0].page
  await page.reload()
  await page.locator('[data-bench]').waitFor()
  for (const [field, value] of typed) {
    const stands = await (await fieldOn(page, field)).inputValue()
    const same = stands === value || Number(stands) === Number(value)
    if (!same) failed = true
    console.log(`${same ? 'there   ' : 'MISSING '} ${field}: typed ${value}, stands ${stands}`)
  }
  console.log(
    `${ids.length} edits held of ${Object.keys(document.hauls).length} hauls; ${kills} kills, ${clashes} questions asked, seed ${seed}`,
  )
  for (const { context } of ends) await context.close()
} catch (error) {
  failed = true
  console.error(error)
} finally {
  program.kill('SIGTERM')
  await new Promise((resolve) => program.once('exit', resolve))
  spawnSync('pkill', ['-9', '-f', `user-data-dir=${folder}`])
  await sleep(500)
  rmSync(folder, { recursive: true, force: true, maxRetries: 5 })
}
process.exit(failed ? 1 : 0)
