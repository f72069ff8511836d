// Prints one table of the speeds that the product promises: node bench/run.mjs (npm run bench). Needs a build,
// and makes one.
import { execFile, execFileSync, spawnSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { cpus } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { chromium } from '@playwright/test'
import pg from 'pg'
import { bundle, bundleSetUp, root } from '../bin/lib/bundle.mjs'
import { chromiumLaunch } from '../bin/lib/chromium.mjs'
import { install, installChromium, leaveMachineAlone } from '../bin/lib/install.mjs'
import { freePort, startCluster } from '../bin/lib/cluster.mjs'
import { buildApp, serve } from '../bin/lib/serve.mjs'

leaveMachineAlone()
install()
installChromium()
await buildApp()
const rows = []
const row = (what, value, unit, limit) =>
  rows.push({
    what,
    measured: `${value < 10 ? value.toFixed(2) : value.toFixed(0)} ${unit}`,
    limit: limit === undefined ? '' : `${limit} ${unit}`,
    ok: limit === undefined ? '' : value <= limit ? 'yes' : 'NO',
  })
const rowAtLeast = (what, value, unit, limit) =>
  rows.push({
    what,
    measured: `${value.toFixed(1)} ${unit}`,
    limit: `over ${limit}`,
    ok: value > limit ? 'yes' : 'NO',
  })
const quantile = (values, q) =>
  values.sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * q))]

const coreBench = await bundle(
  'bench/core.ts',
  'bench-core',
  ['core', 'bench', 'server/db'],
  ['pg', 'drizzle-orm'],
)
const planFile = join(root, '.build', 'bench.plan.json')
const runCore = (...args) =>
  JSON.parse(
    execFileSync(process.execPath, [coreBench, ...args], {
      encoding: 'utf8',
      env: { ...process.env, NODE_ENV: 'production' },
    }),
  )
const core = runCore(planFile)
const colds = Array.from({ length: 7 }, () => runCore('cold', planFile))
row(`derive “${core.name}”, everything, median`, core.whole, 'ms', 16)
row('derive after moving a load, median', core.edited, 'ms', 16)
row(
  'derive, first in a new process, median of 7',
  quantile(
    colds.map((c) => c.derive),
    0.5,
  ),
  'ms',
  60,
)
row(
  'reading and checking the file before it',
  quantile(
    colds.map((c) => c.read),
    0.5,
  ),
  'ms',
)
row('edit of a label against everything (ratio)', core.labelled / core.whole, '×')
row('edit of a load against everything (ratio)', core.edited / core.whole, '×')
row('an edit of 5 000 changes against one of 500', core.editsRatio, '×', 20)
row('three-way merge', core.merge, 'ms')
row('balance of body and springs', core.solvesPerSecond, 'solves/s')
row('slowest balance in a thousand', core.slowestSolve, 'ms', 2)
row('doubt of one haul by 10 000 samples', core.sample, 'ms', 1000)
row('fill-time, tank through 3/16 in line', core.fill, 'ms')
rowAtLeast('ten minutes of the high-flow circuit, against real time', core.realTime, '×', 2000)
rowAtLeast('the same equations by a general package at no greater error', core.odex, '× our time', 1)
const layBench = await bundle('bench/lay.ts', 'bench-lay', ['core', 'bench'])
const lay = JSON.parse(
  execFileSync(process.execPath, [layBench], {
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production' },
  }),
)
row(`all runs of “${lay.name}” on a truck not seen before, median`, lay.whole, 'ms', 300)
row('all runs while a part is dragged, median', lay.drag, 'ms', 50)
row('search for whole layouts', lay.search, 'ms', 5000)
rowAtLeast('one way by graphology-shortest-path on the same lattice', lay.graphology, '× our time', 5)
const walkBench = await bundle('bench/meterWalk.ts', 'bench-walk', ['core', 'bench'])
const walk = JSON.parse(
  execFileSync(process.execPath, [walkBench], {
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production' },
  }),
)
row('all states of the largest wiring solved, median', walk.states, 'ms', 5)
row('all its single faults weighed after six readings, median', walk.ranking, 'ms', 50)
rowAtLeast('one state by ngspice, from its start to its answer', walk.ngspiceTimes, '× our time', 5)
rowAtLeast(`${walk.faults} faults walked with the meter: the true one first`, walk.first * 100, '%', 80)
rowAtLeast('the same, among the first three', walk.firstThree * 100, '%', 95)
const levelBench = await bundle('bench/levelling.ts', 'bench-levelling', ['core', 'bench'])
const level = JSON.parse(
  execFileSync(process.execPath, [levelBench], {
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production' },
  }),
)
row('ten minutes of rough road, levelled in a closed loop', level.ten, 's', 1)
row('sixty arms and lags tried on one core', level.sixty, 's', 20)
const sweep = (hands) =>
  Promise.all(
    Array.from(
      { length: hands },
      () =>
        new Promise((resolve, reject) =>
          execFile(
            process.execPath,
            [coreBench, 'sweep'],
            { encoding: 'utf8', env: { ...process.env, NODE_ENV: 'production' } },
            (error, out) => (error ? reject(error) : resolve(JSON.parse(out))),
          ),
        ),
    ),
  )
for (const hands of [1, 2])
  row(
    `sweep of sets, ${hands} at once`,
    (await sweep(hands)).reduce((sum, r) => sum + r.runs / r.seconds, 0),
    'runs/s',
  )

const npTimes = []
for (let i = 0; i < 9; i++) {
  const began = performance.now()
  spawnSync(join(root, 'bin/np'), ['calc', 'standby'], {
    input: '{"battery_Ah":70,"usable_fraction":0.5,"drain_mA":2}',
  })
  npTimes.push(performance.now() - began)
}
row('bin/np calc, median', quantile(npTimes.slice(1), 0.5), 'ms', 500)

/** Longest wait of another request while packs are printed, ms. */
async function longestWait(address) {
  let longest = 0
  let busy = true
  const packs = Array.from({ length: 4 }, async () =>
    (await fetch(`${address}/api/jobs/estuary-flatbed/pack`)).arrayBuffer(),
  )
  void Promise.all(packs).then(() => (busy = false))
  while (busy) {
    const began = performance.now()
    await (await fetch(`${address}/api/health`)).text()
    longest = Math.max(longest, performance.now() - began)
  }
  return longest
}

/**
 * Saves per second by 50 clients for ten seconds, each typing in a job of its own as fast as it is answered.
 */
async function savesASecond(address) {
  const headers = { 'content-type': 'application/json', 'x-nimble-piston': '1' }
  const chosen = await fetch(`${address}/api/who`, { method: 'PUT', headers, body: '{"person":"odile"}' })
  const cookie = chosen.headers.get('set-cookie').split(';')[0]
  const until = performance.now() + 10_000
  let saves = 0
  await Promise.all(
    Array.from({ length: 50 }, async (_, k) => {
      const id = `estuary-flatbed-${300 + k}`
      let base = 1
      while (performance.now() < until) {
        const patches = [{ op: 'replace', path: ['job', 'number'], value: String(base) }]
        const edit = { id: crypto.randomUUID(), label: 'Number', kind: 'do', patches, inverse: [] }
        const edits = [{ ...edit, base, line: `bench-${k}`, who: 'odile' }]
        const body = JSON.stringify({ edits })
        const answer = await fetch(`${address}/api/jobs/${id}/edits`, {
          method: 'POST',
          headers: { ...headers, cookie },
          body,
        })
        base = (await answer.json()).revision
        saves++
      }
    }),
  )
  return saves / 10
}

const cluster = await startCluster('bench', { fresh: true })
let server
let browser
try {
  const { setUp } = await import(pathToFileURL(await bundleSetUp()).href)
  const { appUrl } = await setUp(cluster.url, join(root, 'server/db/migrations'))
  const client = new pg.Client({ connectionString: cluster.url })
  await client.connect()
  await client.query(
    `insert into jobs (id, shop_id, author_id, head, summary, updated_at) select id || '-' || n, shop_id, author_id, head, summary || jsonb_build_object('name', (summary->>'name') || ' ' || n), now() - n * interval '1 minute' from jobs, generate_series(1, 2499) n where jobs.shop_id = 'saltmarsh'`,
  )
  await client.query(
    `insert into revisions (job_id, number, shop_id, author_id, base, plan, edits) select r.job_id || '-' || n, 1, r.shop_id, r.author_id, 0, r.plan, r.edits from revisions r, generate_series(1, 2499) n`,
  )
  await client.query('analyze')
  const {
    rows: [{ count }],
  } = await client.query('select count(*) from jobs')
  await client.end()

  const began = performance.now()
  server = await serve(await freePort(), appUrl, 'bench-server.log')
  row('server start to first answer', performance.now() - began, 'ms', 2000)
  const p95 = async (path) => {
    const times = []
    for (let i = 0; i < 220; i++) {
      const at = performance.now()
      await (await fetch(server.address + path(i))).text()
      if (i >= 20) times.push(performance.now() - at)
    }
    return quantile(times, 0.95)
  }
  row(`job list, ${count} jobs, 95th percentile`, await p95((i) => `/api/jobs?page=${i % 40}`), 'ms', 50)
  row(
    `job list searched, ${count} jobs, 95th percentile`,
    await p95((i) => `/api/jobs?search=wagon%20${i % 9}`),
    'ms',
    50,
  )
  row(
    `job page’s data, ${count} jobs, 95th percentile`,
    await p95((i) => `/api/jobs/estuary-flatbed-${1 + (i % 240)}`),
    'ms',
    50,
  )

  row('another request while four packs are printed, slowest', await longestWait(server.address), 'ms', 100)
  rowAtLeast('saves a second, 50 clients', await savesASecond(server.address), 'a second', 100)

  browser = await chromium.launch(chromiumLaunch)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  /**
   * Compressed script of a stage that is ready, bytes; without what is loaded a moment later and what workers
   * run.
   */
  const scriptOf = async (stage) => {
    await page.goto(`${server.address}/jobs/estuary-flatbed/${stage}`)
    await page.locator('main[data-stage] [data-bench]').waitFor()
    return page.evaluate(() => {
      const scripts = performance.getEntriesByType('resource').filter((r) => r.name.endsWith('.js'))
      return [...new Map(scripts.map((r) => [r.name, r.encodedBodySize])).values()].reduce((a, b) => a + b, 0)
    })
  }
  const stages = ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover']
  const scripts = []
  for (const stage of stages) scripts.push({ stage, size: await scriptOf(stage) })
  const most = scripts.reduce((a, b) => (b.size > a.size ? b : a))
  row(`first load of a job page, compressed script, largest (${most.stage})`, most.size / 1000, 'kB', 250)
  await page.goto(`${server.address}/jobs/estuary-flatbed/load#trailer`)
  await page.getByLabel('Ball load').waitFor()
  const edits = await page.evaluate(async () => {
    const field =
      document.querySelector('input[id]') &&
      [...document.querySelectorAll('label')].find((l) => l.textContent === 'Ball load').control
    const figure = () =>
      [...document.querySelectorAll('section[aria-label="Gauge strip"] .figure')][2].textContent
    const times = []
    for (let i = 0; i < 20; i++) {
      const before = figure()
      field.value = String(100 + i * 7)
      field.dispatchEvent(new Event('input', { bubbles: true }))
      await new Promise(requestAnimationFrame)
      const at = performance.now()
      field.dispatchEvent(new Event('change', { bubbles: true }))
      while (figure() === before) await new Promise(requestAnimationFrame)
      await new Promise(requestAnimationFrame)
      times.push(performance.now() - at)
    }
    return times
  })
  await page.goto(`${server.address}/jobs/estuary-flatbed/truck`)
  await page.getByRole('status').getByText(/saved/).waitFor()
  await page.locator('[data-part="bend-3"]').first().waitFor()
  /**
   * Work of one move during a drag, from the pointer's move until all three views and every figure are laid out
   * again.
   */
  const moves = await page.evaluate(async () => {
    const times = {}
    for (const part of ['battery', 'bend-3']) {
      const handle = document.querySelector(
        `[aria-label="Truck from above, front at the left"] [data-part="${part}"]`,
      )
      const at = handle.getBoundingClientRect()
      const send = (type, x, y) =>
        handle.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, clientX: x, clientY: y }))
      handle.setPointerCapture = () => {}
      send('pointerdown', at.x, at.y)
      times[part] = []
      for (let i = 0; i < 60; i++) {
        await new Promise(requestAnimationFrame)
        const began = performance.now()
        send('pointermove', at.x + 1 + (i % 12) * 2, at.y + (i % 7))
        await new Promise((resolve) => setTimeout(resolve))
        document.body.getBoundingClientRect()
        times[part].push(performance.now() - began)
      }
      send('pointerup', at.x, at.y)
    }
    return times
  })
  row('three views while dragging the battery, median', quantile(moves.battery, 0.5), 'ms', 16)
  row('three views while dragging a bend of the exhaust, median', quantile(moves['bend-3'], 0.5), 'ms', 16)
  row('edit to new figures on screen, median', quantile(edits, 0.5), 'ms', 100)
  row('edit to new figures on screen, 95th percentile', quantile(edits, 0.95), 'ms')
} finally {
  await browser?.close()
  server?.stop()
  await cluster.stop()
  rmSync(cluster.folder, { recursive: true, force: true })
}
console.log(
  `${cpus().length} cores, Node.js ${process.versions.node}, ${JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')).version}`,
)
console.table(rows)
process.exitCode = rows.some((r) => r.ok === 'NO') ? 1 : 0
