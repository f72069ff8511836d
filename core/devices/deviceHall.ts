import {
  DEVICE_PROTOCOL,
  readQuestion,
  type Answer,
  type Opened,
  type Question,
  type StandEvent,
} from './protocol'
import { DeviceRefusal } from './types'
import { checkPlan } from '../document/schema'
import { upgradePlan } from '../document/upgrade'
import { StandIns } from './standIns'

/**
 * All jobs for which devices are simulated, and everybody connected to them: the protocol without its
 * transport.
 */

/** How a line to somebody is used: text out, and the end of it. */
export interface Line {
  send(text: string): void
}

export class DeviceHall {
  private readonly standIns = new Map<string, StandIns>()
  private readonly sessions = new Set<DeviceSession>()

  constructor(readonly token: string) {}

  connect(line: Line): DeviceSession {
    const session = new DeviceSession(this, line)
    this.sessions.add(session)
    return session
  }
  leave(session: DeviceSession): void {
    this.sessions.delete(session)
  }

  /** The devices of a job in its present state: the same ones as before if they exist. @throws DeviceRefusal */
  open(job: string, value: unknown): StandIns {
    const { plan, problems } = checkPlan(upgradePlan(value))
    if (!plan) throw new DeviceRefusal('bad-job', problems[0]?.message ?? '')
    const there = this.standIns.get(job)
    if (there) {
      there.change(plan)
      return there
    }
    const stand = new StandIns(job, plan)
    this.standIns.set(job, stand)
    return stand
  }

  /** The devices of an opened job. */
  of(job: string): StandIns {
    return this.standIns.get(job)!
  }

  /** A number of real seconds have passed: every job with listeners advances, and they are informed. */
  tick(seconds: number): void {
    const heard = new Map<string, DeviceSession[]>()
    for (const session of this.sessions)
      if (session.job !== null) heard.set(session.job, [...(heard.get(session.job) ?? []), session])
    for (const [job, sessions] of heard) {
      const stand = this.standIns.get(job)!
      const events = goOn(stand, seconds)
      for (const session of sessions) for (const event of events) session.tell(event)
    }
  }
}

/** If a run cannot continue, this is reported, and the devices stop until something is changed. */
function goOn(stand: StandIns, seconds: number): StandEvent[] {
  try {
    stand.advance(seconds)
  } catch (error) {
    return [{ tell: 'said', t: stand.t, text: `The devices stand still: ${(error as Error).message}` }]
  }
  const said = stand.takeSaid().map(({ t, text }): StandEvent => ({ tell: 'said', t, text }))
  return [...said, { tell: 'state', state: stand.state() }]
}

/** One page or adapter connected to the devices. */
export class DeviceSession {
  job: string | null = null
  private phone: string | null = null

  constructor(
    private readonly hall: DeviceHall,
    private readonly line: Line,
  ) {}

  tell(event: StandEvent): void {
    this.line.send(JSON.stringify(event))
  }

  /** Handles a message. @returns false if the connection must be closed because it has no business here */
  receive(text: string): boolean {
    let value: unknown
    try {
      value = JSON.parse(text)
    } catch {
      value = null
    }
    const question = readQuestion(value)
    const id = (value as { id?: unknown } | null)?.id
    const re = typeof id === 'number' ? id : -1
    try {
      if (!question) throw new DeviceRefusal('not-understood')
      this.reply({ re, ok: true, value: this.answer(question) ?? null })
    } catch (error) {
      if (!(error instanceof DeviceRefusal)) throw error
      this.reply({ re, ok: false, code: error.code, message: error.message })
      return error.code !== 'not-let-in' && error.code !== 'old-protocol'
    }
    return true
  }
  private reply(answer: Answer): void {
    this.line.send(JSON.stringify(answer))
  }

  private answer(question: Question): unknown {
    if (question.do === 'hello') {
      if (question.protocol !== DEVICE_PROTOCOL)
        throw new DeviceRefusal('old-protocol', `Here: ${DEVICE_PROTOCOL}; there: ${question.protocol}.`)
      if (question.token !== this.hall.token) throw new DeviceRefusal('not-let-in')
      this.phone = question.phone
      return { protocol: DEVICE_PROTOCOL }
    }
    if (this.phone === null) throw new DeviceRefusal('not-let-in')
    if (question.do === 'open') {
      const stand = this.hall.open(question.job, question.plan)
      this.job = question.job
      return { faults: stand.offered(), hands: stand.hands() } satisfies Opened
    }
    if (this.job === null) throw new DeviceRefusal('no-job')
    return this.hall.of(this.job).answer(question, this.phone)
  }
}
