import { randomUUID } from 'node:crypto'
import WebSocket from 'ws'
import { DEVICE_PROTOCOL, type StandEvent } from '#core/devices/protocol'
import { appendByDevice, gaugeOfSide, MOST_READINGS, stampReading } from '#core/document/appendReading'
import { makeEdit } from '#core/document/edit'
import type { KeptEdit } from '#core/document/handIn'
import { READING_UNSAID, type Plan } from '#core/document/types'
import type { Database } from '../db/client'
import { forgetLog, keepLog, keptLogs, type KeptLog } from '../db/gaugeLogs'
import { readJob, type Who } from '../db/jobs'

/**
 * A gauge logged by the server: readings of the job's devices go into a hold test, whether or not a page is
 * open. One log a job. A broken connection to the devices is made again.
 */

export interface LogState {
  test: string
  /** Interval between readings by the devices' own clock, s. */
  every: number
  taken: number
  /** Why no readings arrive; empty while they do. */
  away: string
}

/** What a log needs of its server. */
export interface LogHouse {
  db: Database
  /** The devices' address and token, looked up at every connection; null while they are away. */
  where: () => Promise<{ address: string; token: string } | null>
  /** Hands edits in to a job. */
  keep: (who: Who, job: string, edits: KeptEdit[]) => Promise<unknown>
}

/** Pause before reconnecting, ms. */
const AGAIN = 3000
const GONE = 'The devices do not answer; they are called again by themselves.'

export class GaugeLog {
  private socket: WebSocket | null = null
  private timer: ReturnType<typeof setTimeout> | undefined
  private next = -Infinity
  private began: { device: number; test: number } | null = null
  private taken = 0
  private away = GONE
  private over = false
  /** Readings are written one after the other. */
  private writing: Promise<void> = Promise.resolve()

  /** @param ended called when it ends by itself */
  constructor(
    private readonly house: LogHouse,
    private readonly who: Who,
    private readonly job: string,
    private readonly test: string,
    private readonly every: number,
    private readonly ended: () => void,
  ) {
    void this.call()
  }

  state(): LogState {
    return { test: this.test, every: this.every, taken: this.taken, away: this.away }
  }
  stop(): void {
    this.over = true
    clearTimeout(this.timer)
    this.socket?.close()
  }
  private end(): void {
    this.stop()
    this.ended()
  }

  private async plan(): Promise<Plan | null> {
    return (await readJob(this.house.db, this.who.shopId, this.job))?.plan ?? null
  }

  private async call(): Promise<void> {
    const [at, plan] = await Promise.all([this.house.where(), this.plan()])
    if (this.over) return
    if (!plan?.prove.holds[this.test]) return this.end()
    if (!at) return this.callAgain()
    const socket = new WebSocket(at.address)
    this.socket = socket
    const ask = (question: object) => socket.send(JSON.stringify(question))
    socket.on('open', () => {
      ask({ id: 1, do: 'hello', protocol: DEVICE_PROTOCOL, token: at.token, phone: 'The server’s log' })
      ask({ id: 2, do: 'open', job: this.job, plan })
    })
    socket.on('message', (data: Buffer) => this.hear(data.toString('utf8')))
    socket.on('error', () => {})
    socket.on('close', () => this.callAgain())
  }
  private callAgain(): void {
    if (this.over) return
    this.away = GONE
    this.timer = setTimeout(() => void this.call(), AGAIN)
  }

  private hear(text: string): void {
    const message = JSON.parse(text) as StandEvent | { re: number; ok: boolean; message?: string }
    if ('re' in message) {
      if (!message.ok) this.away = message.message ?? GONE
      return
    }
    if (message.tell !== 'state' || this.over) return
    this.away = ''
    const { t, gauge } = message.state
    // Restarted devices count their time from zero again.
    if (this.began && t < this.began.device) [this.began, this.next] = [null, -Infinity]
    if (t < this.next) return
    this.next = t + this.every
    this.writing = this.writing.then(() => this.write(t, gauge)).catch(() => {})
  }

  private async write(
    at: number,
    gauge: Extract<StandEvent, { tell: 'state' }>['state']['gauge'],
  ): Promise<void> {
    const job = await readJob(this.house.db, this.who.shopId, this.job)
    const test = job?.plan.prove.holds[this.test]
    const pressure = test ? gaugeOfSide(test.side, gauge) : null
    if (!job || !test || pressure === null || test.readings.length >= MOST_READINGS) return this.end()
    const { temperature, barometer } = gauge
    const made = makeEdit(job.plan, randomUUID(), 'Logged from the gauge', (draft) => {
      const of = draft.prove.holds[this.test]!
      this.began ??= { device: at, test: stampReading(of, new Date()) }
      appendByDevice(of, { ...READING_UNSAID, pressure, temperature, barometer }, at, this.began)
    })
    if (!made || this.over) return
    const edit = { ...made.edit, base: job.revision, line: `gauge-${this.test}`, who: this.who.authorId }
    await this.house.keep(this.who, this.job, [edit])
    this.taken++
  }
}

const logs = new Map<string, GaugeLog>()

/** The running log of a job; null without one. */
export const gaugeLogOf = (job: string): LogState | null => logs.get(job)?.state() ?? null

/** Ends the log of a job; its readings stay. */
export async function stopGaugeLog(db: Database, job: string): Promise<void> {
  logs.get(job)?.stop()
  logs.delete(job)
  await forgetLog(db, job)
}

/** Starts the log of a job's test, in place of a running one. */
export async function startGaugeLog(house: LogHouse, kept: KeptLog): Promise<LogState> {
  await keepLog(house.db, kept)
  return takeUp(house, kept)
}
function takeUp(house: LogHouse, { who, job, test, every }: KeptLog): LogState {
  logs.get(job)?.stop()
  const log = new GaugeLog(house, who, job, test, every, () => {
    logs.delete(job)
    void forgetLog(house.db, job).catch(() => {})
  })
  logs.set(job, log)
  return log.state()
}

/** Logs that were running when the server stopped are continued. */
export async function takeUpGaugeLogs(house: LogHouse): Promise<void> {
  for (const kept of await keptLogs(house.db)) if (!logs.has(kept.job)) takeUp(house, kept)
}
