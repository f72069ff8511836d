import { randomUUID } from 'node:crypto'
import { WebSocketServer, type WebSocket } from 'ws'
import { newPlan } from '#core/jobs/newPlan'
import { newHold } from '#core/prove/newHold'
import { connect } from '../../server/db/client'
import { createJob, handInToJob, readJob } from '../../server/db/jobs'
import { keepLog, keptLogs } from '../../server/db/gaugeLogs'
import {
  GaugeLog,
  gaugeLogOf,
  startGaugeLog,
  stopGaugeLog,
  takeUpGaugeLogs,
  type LogHouse,
} from '../../server/jobs/gaugeLog'
import { demoDatabase } from '../support/database'

const who = { shopId: 'saltmarsh', authorId: 'odile' }
let connected: ReturnType<typeof connect>
let devices: WebSocketServer
let lines: WebSocket[] = []
/** Devices that answer yes to everything and report their state when a test says so. */
const tell = (t: number, left: number) => {
  const gauge = { left, right: 0, tank: null, temperature: 288.15, barometer: 100_000 }
  for (const line of lines) line.send(JSON.stringify({ tell: 'state', state: { t, gauge } }))
}
const where = () =>
  Promise.resolve({ address: `ws://127.0.0.1:${(devices.address() as { port: number }).port}`, token: 'x' })
const db = () => connected.db
async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await isSo())) await new Promise((resolve) => setTimeout(resolve, 20))
}

beforeAll(async () => {
  connected = connect(await demoDatabase('gauge'))
  devices = new WebSocketServer({ port: 0, host: '127.0.0.1' })
  devices.on('connection', (line) => {
    lines.push(line)
    line.on('message', (data: Buffer) => {
      const { id } = JSON.parse(data.toString()) as { id: number }
      line.send(JSON.stringify({ re: id, ok: true, value: null }))
    })
    line.on('close', () => (lines = lines.filter((one) => one !== line)))
  })
})
afterAll(async () => {
  devices.close()
  await connected.pool.end()
})

const house = (): LogHouse => ({
  db: db(),
  where,
  keep: (by, job, edits) => handInToJob(db(), by, job, edits),
})
async function jobWithTest(): Promise<string> {
  const id = `log-${randomUUID().slice(0, 8)}`
  const plan = newPlan('leaf-flatbed', 'Logged')
  plan.prove.holds.h = newHold('Night', 1, 'left', 1000, 'Bram')
  expect(await createJob(db(), who, id, plan)).toEqual({ ok: true, id })
  return id
}
const readingsOf = async (id: string) => (await readJob(db(), who.shopId, id))!.plan.prove.holds.h!.readings

test('every so many seconds of the devices’ own time a reading stands in the plan, with its temperature; none between', async () => {
  const id = await jobWithTest()
  const log = new GaugeLog(house(), who, id, 'h', 60, () => {})
  await until(() => lines.length === 1)
  for (const [t, p] of [
    [100, 400_000],
    [130, 399_500],
    [160, 399_000],
    [161, 1],
    [221, 398_000],
  ] as const)
    tell(t, p)
  await until(async () => (await readingsOf(id)).length === 3)
  expect((await readingsOf(id)).map(({ t, pressure }) => [t, pressure])).toEqual([
    [0, 400_000],
    [60, 399_000],
    [121, 398_000],
  ])
  expect((await readingsOf(id))[0]).toMatchObject({ temperature: 288.15, barometer: 100_000 })
  expect(log.state()).toMatchObject({ taken: 3, away: '' })
  log.stop()
  await until(() => lines.length === 0)
})

test('a line that breaks is called again by itself, and what was read is still there', async () => {
  const id = await jobWithTest()
  const log = new GaugeLog(house(), who, id, 'h', 10, () => {})
  await until(() => lines.length === 1)
  tell(5, 400_000)
  await until(async () => (await readingsOf(id)).length === 1)
  lines[0]!.terminate()
  await until(() => log.state().away !== '')
  await until(() => lines.length === 1)
  tell(25, 399_000)
  await until(async () => (await readingsOf(id)).length === 2)
  expect((await readingsOf(id)).map(({ t }) => t)).toEqual([0, 20])
  log.stop()
})

test('a test that is taken away ends its log', async () => {
  const id = await jobWithTest()
  let ended = false
  const log = new GaugeLog(house(), who, id, 'another', 10, () => (ended = true))
  await until(() => ended)
  expect(log.state().taken).toBe(0)
})

test('a log outlives its server: what was kept is taken up again, and one that is stopped is kept no more', async () => {
  const id = await jobWithTest()
  const kept = { who, job: id, test: 'h', every: 10 }
  // A server that died left this state behind.
  await keepLog(db(), kept)
  expect(gaugeLogOf(id)).toBeNull()
  await takeUpGaugeLogs(house())
  await until(() => lines.length === 1)
  tell(5, 400_000)
  await until(async () => (await readingsOf(id)).length === 1)
  expect(gaugeLogOf(id)).toMatchObject({ test: 'h', every: 10 })
  await stopGaugeLog(db(), id)
  expect(await keptLogs(db())).toEqual([])
  await until(() => lines.length === 0)
  // Begun again, the log exists once, with the settings of the last request.
  await startGaugeLog(house(), kept)
  await startGaugeLog(house(), { ...kept, every: 60 })
  expect(await keptLogs(db())).toEqual([{ ...kept, every: 60 }])
  await stopGaugeLog(db(), id)
})
