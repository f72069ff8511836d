import { execFile, spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { createConnection } from 'node:net'
import { networkInterfaces, tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import WebSocket from 'ws'
import { demoPlan } from '../../core/demo/demoShop'
import { DEVICE_PROTOCOL, type Answer, type StandEvent } from '#core/devices/protocol'

/** bin/devices as a process: who may connect, and what an adapter or a page receives. */
const folder = mkdtempSync(join(tmpdir(), 'devices-'))
const command = join(__dirname, '..', '..', 'bin', 'devices')
const said = join(folder, 'devices.json')
const ORIGIN = 'http://127.0.0.1:3999'
let devices: ChildProcess
let address = ''
let token = ''

beforeAll(async () => {
  devices = spawn(command, ['--origin', ORIGIN, '--said', said], { stdio: 'ignore' })
  for (let i = 0; i < 1200 && !address; i++) {
    await sleep(50)
    try {
      const written = JSON.parse(readFileSync(said, 'utf8')) as { address: string; token: string }
      address = written.address
      token = written.token
    } catch {
      // Not written yet.
    }
  }
})
afterAll(async () => {
  devices.kill('SIGTERM')
  await new Promise((resolve) => devices.once('exit', resolve))
  rmSync(folder, { recursive: true, force: true })
})

/** A connection. Its answers come by number; messages that were not asked for are kept. */
async function line(origin?: string) {
  const socket = new WebSocket(address, origin === undefined ? {} : { origin })
  const told: StandEvent[] = []
  const waits = new Map<number, (answer: Answer) => void>()
  socket.on('message', (data) => {
    const message = JSON.parse(String(data)) as Answer | StandEvent
    if ('tell' in message) told.push(message)
    else waits.get(message.re)?.(message)
  })
  const closed = new Promise<number>((resolve) => socket.once('close', resolve))
  const opened = await new Promise<boolean>((resolve) => {
    socket.once('open', () => resolve(true))
    socket.once('error', () => resolve(false))
  })
  let next = 0
  const ask = (question: object) =>
    new Promise<Answer>((resolve) => {
      const id = next++
      waits.set(id, resolve)
      socket.send(JSON.stringify({ id, ...question }))
    })
  const hello = (more: object = {}) =>
    ask({ do: 'hello', protocol: DEVICE_PROTOCOL, token, phone: 'Tablet', ...more })
  return { socket, told, opened, closed, ask, hello }
}

test('its address and token are for its owner’s eyes, and it listens on loopback alone', async () => {
  expect(statSync(said).mode & 0o777).toBe(0o600)
  expect(address).toMatch(/^ws:\/\/127\.0\.0\.1:\d+$/)
  const port = Number(address.split(':').at(-1))
  const outside = Object.values(networkInterfaces())
    .flat()
    .filter((at) => at?.family === 'IPv4' && !at.internal)
  for (const at of outside) {
    const reached = await new Promise<boolean>((resolve) => {
      const socket = createConnection({ host: at!.address, port })
      socket.once('connect', () => resolve(true))
      socket.once('error', () => resolve(false))
    })
    expect(reached).toBe(false)
  }
})

test('a page from elsewhere is not let in; ours is by either name, an adapter by its token', async () => {
  expect((await line('http://elsewhere.example')).opened).toBe(false)
  for (const origin of [ORIGIN, 'http://localhost:3999', undefined]) {
    const { opened, hello, socket } = await line(origin)
    expect(opened).toBe(true)
    expect(await hello()).toMatchObject({ ok: true })
    socket.close()
  }
})

test('a wrong token and another version are told, and the line is closed', async () => {
  const wrong = await line(ORIGIN)
  expect(await wrong.hello({ token: 'guessed' })).toMatchObject({ ok: false, code: 'not-let-in' })
  expect(await wrong.closed).toBe(1008)
  const old = await line(ORIGIN)
  const answer = await old.hello({ protocol: 99 })
  expect(answer).toMatchObject({ ok: false, code: 'old-protocol' })
  expect(await old.closed).toBe(1008)
})

test('a job is opened, the key turned, and its state is told as time goes on', async () => {
  const { hello, ask, told, socket } = await line(ORIGIN)
  await hello()
  const plan = demoPlan('shell-runner')
  expect(await ask({ do: 'open', job: 'shell-runner', plan })).toMatchObject({ ok: true })
  await ask({ do: 'set', key: 'on', speed: 60 })
  const states = () => told.filter((one) => one.tell === 'state')
  for (let i = 0; i < 600 && states().length < 3; i++) await sleep(50)
  const [first, , third] = states().map((one) => one.state)
  expect(third!.t).toBeGreaterThan(first!.t)
  expect(third).toMatchObject({ job: 'shell-runner', key: 'on', speed: 60, box: { awake: true } })
  socket.close()
})

test('bytes that are no text and messages without end close the line; the next one is answered', async () => {
  const binary = await line(ORIGIN)
  binary.socket.send(Buffer.from([1, 2, 3]))
  expect(await binary.closed).toBe(1008)
  const long = await line(ORIGIN)
  long.socket.send('x'.repeat(2_100_000))
  expect(await long.closed).toBe(1009)
  const { hello, socket } = await line(ORIGIN)
  expect(await hello()).toMatchObject({ ok: true })
  socket.close()
})

test('what it is not asked rightly it says how to ask, and ends with 2', async () => {
  const asked = (args: string[]) =>
    new Promise<{ code: number; err: string }>((resolve) =>
      execFile(command, args, (error, _, err) => resolve({ code: Number(error?.code ?? 0), err })),
    )
  for (const args of [['--port'], ['--port', '70000'], ['--nonsense', '1']]) {
    const { code, err } = await asked(args)
    expect({ code, usage: err.startsWith('usage: bin/devices') }).toEqual({ code: 2, usage: true })
  }
  expect((await asked(['--help'])).code).toBe(0)
})
