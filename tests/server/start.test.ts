import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import {
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { createServer, type Server } from 'node:http'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { demoPlan } from '../../core/demo/demoShop'
import { freePort } from '../support/database'

/**
 * bin/start as a shop uses it, on its own data folder: started twice, killed, on leftovers, and on an older
 * database.
 */
const root = join(__dirname, '..', '..')
let serial = 0
let folder: string
const started: ChildProcess[] = []

beforeEach(() => {
  folder = join(root, '.data', `test-start-${process.pid}-${++serial}`)
  mkdirSync(folder, { recursive: true })
})
afterEach(async () => {
  for (const child of started.splice(0)) await ended(child, 'SIGTERM')
  rmSync(folder, { recursive: true, force: true })
})

async function ended(child: ChildProcess, signal?: NodeJS.Signals): Promise<number | null> {
  if (child.exitCode !== null || child.signalCode !== null) return child.exitCode
  const over = new Promise<number | null>((resolve) => child.once('exit', resolve))
  if (signal) child.kill(signal)
  return over
}

/** Starts bin/start and waits for its address. */
async function start(port: number): Promise<{ child: ChildProcess; said: () => string; address: string }> {
  const child = spawn(process.execPath, [join(root, 'bin/start'), '--port', String(port)], {
    env: { ...process.env, NP_DATA: folder },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  started.push(child)
  let text = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (text += String(chunk)))
  for (;;) {
    const address = /(?:is|running) at (http:\/\/\S+)/.exec(text)?.[1]
    if (address) return { child, said: () => text, address }
    if (child.exitCode !== null) throw new Error(`bin/start ended with ${child.exitCode}: ${text}`)
    await sleep(50)
  }
}
const running = () => JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as { server: number }
const health = (address: string) =>
  fetch(`${address}/api/health`)
    .then((r) => r.json() as Promise<{ pid: number; database: boolean }>)
    .catch(() => null)
async function until<T>(ask: () => Promise<T | null | false>): Promise<T> {
  for (;;) {
    const answer = await ask()
    if (answer) return answer
    await sleep(100)
  }
}
const mode = (path: string) => statSync(path).mode & 0o777

test('two at once are told apart; a server or a database that dies comes back; logs and secrets are the owner’s alone', async () => {
  const port = await freePort()
  const [one, two] = await Promise.all([start(port), start(port)])
  expect([one, two].filter((s) => s.said().includes('Already running'))).toHaveLength(1)
  expect(one.address).toBe(two.address)
  const first = running().server
  process.kill(first, 'SIGKILL')
  const again = await until(async () => {
    const now = await health(one.address)
    return now && now.pid !== first && now
  })
  expect(again.database).toBe(true)
  // The children of a killed postmaster live on for a moment. Afterwards a new one serves the same data.
  const [postmaster] = readFileSync(join(folder, 'demo/pg/postmaster.pid'), 'utf8').split('\n')
  process.kill(Number(postmaster), 'SIGKILL')
  await until(async () => !(await health(one.address))?.database)
  await until(async () => (await health(one.address))?.database)
  const { jobs } = (await (await fetch(`${one.address}/api/jobs`)).json()) as { jobs: unknown[] }
  expect(jobs).toHaveLength(8)
  for (const name of readdirSync(folder).filter((n) => n.endsWith('.log') || n === 'running.json'))
    expect([name, mode(join(folder, name))]).toEqual([name, 0o600])
  expect([
    mode(join(folder, 'demo/pg')),
    mode(join(folder, 'demo/password')),
    mode(join(folder, 'demo/pg.log')),
  ]).toEqual([0o700, 0o600, 0o600])
})

test('a server that lives but answers no more is ended and begun again', async () => {
  const { address, said } = await start(await freePort())
  const first = running().server
  process.kill(first, 'SIGSTOP')
  const now = await until(async () => {
    const there = await health(address)
    return there && there.pid !== first && there
  })
  expect(now.database).toBe(true)
  expect(said()).toContain('The server does not answer any more; it is ended.')
})

test.each([
  ['empty', ''],
  ['half written', '{"server": 12, "addr'],
  ['of a process long gone', '{"server": 999999, "address": "http://127.0.0.1:9"}'],
  ['of another shape', '{"server": "x", "address": "file:///etc/passwd"}'],
])('running.json is %s: mended, and begun all the same', async (_, text) => {
  writeFileSync(join(folder, 'running.json'), text)
  const { address } = await start(await freePort())
  expect((await health(address))?.pid).toBe(running().server)
})

test('running.json names somebody else’s program: that one is left alone', async () => {
  const foreign: Server = createServer((_, response) =>
    response.end(JSON.stringify({ ok: true, pid: process.pid })),
  )
  const port = await freePort()
  await new Promise<void>((resolve) => foreign.listen(port, '127.0.0.1', resolve))
  writeFileSync(
    join(folder, 'running.json'),
    JSON.stringify({ server: process.pid, address: `http://127.0.0.1:${port}` }),
  )
  const { address } = await start(port)
  expect(address).not.toContain(`:${port}`)
  expect((await fetch(`http://127.0.0.1:${port}`)).ok).toBe(true)
  foreign.close()
})

test('a database of the earlier version, open to everybody, is taken over with everything in it', async () => {
  const url = execFileSync(process.execPath, [join(root, 'tests/support/cluster.mjs'), 'old', 'demo'], {
    encoding: 'utf8',
    env: { ...process.env, NP_DATA: folder },
  }).trim()
  // The tables of that version, with one job in them.
  const then = join(folder, 'migrations')
  cpSync(join(root, 'server/db/migrations'), then, { recursive: true })
  const journal = join(then, 'meta/_journal.json')
  const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { idx: number }[] }
  writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.filter((e) => e.idx < 3) }))
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await migrate(drizzle(client), { migrationsFolder: then })
  const plan = demoPlan('estuary-flatbed')
  const kept = { ...plan, job: { ...plan.job, name: 'From before' } }
  const units = { pressure: 'bar', length: 'in', mass: 'lb', torque: 'N·m', wire: 'mm²' }
  await client.query('insert into shops (id, name, units) values ($1, $2, $3)', [
    'saltmarsh',
    'Before',
    units,
  ])
  await client.query("insert into people (id, shop_id, name) values ('odile', 'saltmarsh', 'Odile')")
  const summary = {
    name: 'From before',
    number: '',
    customer: '',
    vehicle: '',
    states: {},
    notes: { stop: 0, fix: 0, know: 0 },
  }
  await client.query(
    "insert into jobs (id, shop_id, author_id, head, summary) values ('before', 'saltmarsh', 'odile', 1, $1)",
    [summary],
  )
  const edit = { id: 'old-1', label: 'x', kind: 'do', patches: [], inverse: [] }
  await client.query(
    "insert into revisions (job_id, number, shop_id, author_id, base, plan, edits) values ('before', 1, 'saltmarsh', 'odile', 0, $1, $2)",
    [kept, JSON.stringify([edit])],
  )
  await client.end()
  const { address } = await start(await freePort())
  const job = (await (await fetch(`${address}/api/jobs/before?since=0`)).json()) as {
    document: unknown
    holds: string[]
  }
  expect(job).toMatchObject({ document: JSON.parse(JSON.stringify(kept)), holds: ['old-1'] })
  expect(await (await fetch(`${address}/api/shop`)).json()).toMatchObject({
    name: 'Before',
    revision: 1,
    document: { units },
  })
  expect((await (await fetch(`${address}/api/jobs?search=om%20bef`)).json()).total).toBe(1)
  const stranger = new pg.Client({ connectionString: url })
  await expect(stranger.connect()).rejects.toThrow(/password|SASL/)
  expect(existsSync(join(folder, 'demo/password'))).toBe(true)
})
