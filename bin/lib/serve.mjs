// Builds the application if its sources changed, and serves the build.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { createHash } from 'node:crypto'
import { dirname, join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { freePort } from './cluster.mjs'
import { bundleDevices, bundleQueue, bundleThread, dataFolder, root } from './bundle.mjs'

const SOURCES = ['app', 'core', 'server', 'public', 'nuxt.config.ts', 'package.json', 'package-lock.json']

function sourceHash() {
  const hash = createHash('sha256')
  const walk = (path) => {
    const stat = statSync(path, { throwIfNoEntry: false })
    if (!stat) return
    if (stat.isDirectory()) for (const name of readdirSync(path).sort()) walk(join(path, name))
    else if (!path.endsWith('.test.ts')) hash.update(path.slice(root.length)).update(readFileSync(path))
  }
  for (const source of SOURCES) walk(join(root, source))
  return hash.digest('hex')
}

/** Production build in .output; only again if a source changed. */
export async function buildApp() {
  const mark = join(root, '.output', 'built-from')
  const hash = sourceHash()
  if (existsSync(mark) && readFileSync(mark, 'utf8') === hash) return
  console.error('Building … (a minute or two)')
  const nuxt = spawn(process.execPath, [join(root, 'node_modules/nuxt/bin/nuxt.mjs'), 'build'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  })
  const [code] = await once(nuxt, 'close')
  if (code !== 0) throw new Error(`The build ended with ${code}; what it said stands above.`)
  writeFileSync(mark, hash)
}

/** A file in .data that only its owner can read, because a log may hold file names and faults. */
export function ownFile(name) {
  const path = join(dataFolder, name)
  mkdirSync(dirname(path), { recursive: true })
  const opened = openSync(path, 'a', 0o600)
  chmodSync(path, 0o600)
  return { path, opened }
}

/** Starts a program of ours with a log; it ends when this one does. */
function begin(file, logName, env, args = []) {
  const { path, opened } = ownFile(logName)
  const child = spawn(process.execPath, [file, ...args], {
    cwd: root,
    stdio: ['ignore', opened, opened, 'ipc'],
    env: { ...process.env, NODE_ENV: 'production', ...env },
  })
  closeSync(opened)
  return { child, logPath: path }
}

/** What a server of ours says about itself, or null: another program at that port says something else. */
export const healthOf = (address) =>
  fetch(`${address}/api/health`, { signal: AbortSignal.timeout(3000) })
    .then((r) => r.json())
    .then((health) => (health?.program === 'nimble-piston' ? health : null))
    .catch(() => null)

/** Starts the built server on 127.0.0.1 and waits until it answers. */
export async function serveWeb(port, databaseUrl, logName = 'server.log', devicesFile = DEVICES_FILE) {
  const { child, logPath } = begin(join(root, '.output/server/index.mjs'), logName, {
    HOST: '127.0.0.1',
    NITRO_HOST: '127.0.0.1',
    PORT: String(port),
    NITRO_PORT: String(port),
    DATABASE_URL: databaseUrl,
    NP_DEVICES: devicesFile,
    NP_THREAD: await bundleThread(),
  })
  let ended = null
  child.once('exit', (code) => (ended = code ?? 1))
  const address = `http://127.0.0.1:${port}`
  for (let i = 0; i < 600; i++) {
    if (ended !== null) throw new Error(`The server ended with ${ended}; its log is ${logPath}.`)
    if ((await healthOf(address))?.pid === child.pid) return { child, port, address }
    await sleep(50)
  }
  child.kill('SIGKILL')
  throw new Error(`The server does not answer on port ${port}; its log is ${logPath}.`)
}

/**
 * Starts it on the wanted port or the next free one. If another program takes a port between the check and the
 * server's start, the search continues.
 */
export async function serveAtFreePort(wanted, databaseUrl) {
  for (let port = wanted; ; port++) {
    if (!(await freePort(port))) continue
    try {
      return await serveWeb(port, databaseUrl)
    } catch (error) {
      if (await freePort(port)) throw error
    }
  }
}

/** Starts the process that works through the queue. */
export async function serveQueue(databaseUrl, logName = 'queue.log') {
  return begin(await bundleQueue(), logName, { DATABASE_URL: databaseUrl }).child
}

/** Where the devices write their address and token, unless set otherwise. */
const DEVICES_FILE = join(dataFolder, 'devices.json')

/** Starts the simulated devices for pages served at a port. */
export async function serveDevices(port, logName = 'devices.log', devicesFile = DEVICES_FILE) {
  const args = ['--origin', `http://127.0.0.1:${port}`, '--said', devicesFile]
  return begin(await bundleDevices(), logName, {}, args).child
}

/** All three, for a test that needs the whole. */
export async function serve(port, databaseUrl, logName = 'server.log') {
  const devicesFile = join(dataFolder, `devices-${logName}.json`)
  const [{ child, address }, queue, devices] = await Promise.all([
    serveWeb(port, databaseUrl, logName, devicesFile),
    serveQueue(databaseUrl, `queue-${logName}`),
    serveDevices(port, `devices-${logName}`, devicesFile),
  ])
  const stop = () => [child, queue, devices].forEach((c) => c.kill('SIGTERM'))
  return { child, address, stop }
}
