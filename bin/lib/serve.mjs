// Builds the application when its sources changed and serves the build.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, openSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { root } from './bundle.mjs'

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

/** Production build under .output; again only when a source changed. */
export function buildApp() {
  const mark = join(root, '.output', 'built-from')
  const hash = sourceHash()
  if (existsSync(mark) && readFileSync(mark, 'utf8') === hash) return
  console.error('Building … (a minute or two)')
  execFileSync(process.execPath, [join(root, 'node_modules/nuxt/bin/nuxt.mjs'), 'build'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
    env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  })
  writeFileSync(mark, hash)
}

/** Starts the built server on 127.0.0.1 and waits until it answers. Its log goes to a file. */
export async function serve(port, databaseUrl, logName = 'server.log') {
  mkdirSync(join(root, '.data'), { recursive: true })
  const logPath = join(root, '.data', logName)
  const log = openSync(logPath, 'a')
  const child = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
    cwd: root,
    stdio: ['ignore', log, log],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      HOST: '127.0.0.1',
      NITRO_HOST: '127.0.0.1',
      PORT: String(port),
      NITRO_PORT: String(port),
      DATABASE_URL: databaseUrl,
    },
  })
  let ended = null
  child.once('exit', (code) => (ended = code ?? 1))
  const address = `http://127.0.0.1:${port}`
  for (let i = 0; i < 200; i++) {
    if (ended !== null) throw new Error(`The server ended with ${ended}; its log is ${logPath}.`)
    const answered = await fetch(`${address}/api/health`)
      .then((r) => r.json())
      .catch(() => null)
    if (answered?.pid === child.pid) return { child, address }
    await sleep(50)
  }
  child.kill('SIGKILL')
  throw new Error(`The server does not answer on port ${port}; its log is ${logPath}.`)
}
