import { PRACTICE } from '../../catalog/practice'
import type { Sample, Watch } from '../dynamics/network'
import { RUN_SETTINGS } from './settings'
import type { StepScript, Stepped } from './stepped'
import type { Outlet } from './types'

const TARGET_BAND = PRACTICE.targetBand.value
const REST = PRACTICE.restBeforeReading.value
const LINE_RUSH = PRACTICE.lineRush.value
const REACTION = PRACTICE.blockReaction.value

/**
 * What an outlet has learnt for one direction: how far past the target to shut, Pa, and how fast it moves,
 * Pa/s.
 */
const newLearning = () => ({ offset: 0, rate: 0 })

/** An outlet on its way to its target. */
class Door {
  readonly up = newLearning()
  readonly down = newLearning()
  /** 1 fills, −1 vents, 0 is shut. */
  way = 0
  private openedAt = 0
  private shutAt = 0
  private before = 0

  constructor(
    readonly outlet: Outlet,
    readonly target: number,
  ) {}

  get learnt() {
    return this.way > 0 ? this.up : this.down
  }

  /** Reads after a rest: learns from the last opening, and decides which direction is still needed. */
  look(read: number): void {
    if (this.way !== 0) {
      const open = Math.max(this.shutAt - this.openedAt, RUN_SETTINGS.leastOpening)
      this.learnt.rate = Math.max(Math.abs(read - this.before) / open, RUN_SETTINGS.leastRate)
      this.learnt.offset -= read - this.target
    }
    const missing = this.target - read
    this.way = Math.abs(missing) > TARGET_BAND ? Math.sign(missing) : 0
  }

  /** Opens at `t`. Returns the duration if it is so short that a reading is useless, otherwise null. */
  open(t: number, read: number): number | null {
    this.before = read
    this.openedAt = t
    const time = Math.abs(this.target - read) / this.learnt.rate
    return time < RUN_SETTINGS.timedOpening ? time : null
  }

  shut(t: number): void {
    this.shutAt = t
  }

  /** How far the reading is past its shut-off point, Pa; negative before it. */
  past(read: number): number {
    return (read - this.target - this.learnt.offset) * this.way
  }
}

/**
 * Fills and vents until every outlet reads its target. While air flows an outlet reads high, so it looks again
 * after a rest, shuts past the target by what the last look was short, and finally opens for the time computed
 * from the last opening.
 */
export function* bring(run: Stepped, target: { left: number; right: number }, index: number): StepScript {
  const began = run.t
  const furthest = run.watchOvershoot(target)
  const finish = (seconds: number | null) =>
    void run.results.push({ step: index, seconds, overshoot: Math.max(furthest(), 0) })
  const doors = run.model.outlets.map((o) => new Door(o, Math.max(...o.sides.map((side) => target[side]))))
  let reached = began
  for (let look = 0; look < RUN_SETTINGS.mostLooks; look++) {
    const now = run.sim.sample()
    for (const door of doors) door.look(run.gauge(door.outlet.vessel, now))
    const busy = new Set(doors.filter((door) => door.way !== 0))
    if (busy.size === 0) return finish(reached - began)
    const shutting = openAll(run, busy, now)
    yield* untilShut(run, busy, shutting)
    if (busy.size > 0) {
      for (const door of [...busy]) shutDoor(run, door, busy)
      return finish(null)
    }
    reached = run.t
    yield { until: run.t + REST, watches: [] }
  }
  finish(null)
}

/** Opens every outlet that has a way to go; timed ones report when they shut. */
function openAll(run: Stepped, busy: ReadonlySet<Door>, now: Sample): Map<Door, number> {
  const shutting = new Map<Door, number>()
  for (const door of busy) {
    const time = door.open(run.t, run.gauge(door.outlet.vessel, now))
    if (time !== null) shutting.set(door, run.t + time)
  }
  for (const door of busy) {
    const { outlet, way } = door
    run.say(`${run.label(outlet.part)}: ${way > 0 ? 'fill' : 'vent'}`, outlet.part)
    for (const c of way > 0 ? outlet.fill : outlet.vent) run.setCommand(c, true)
    if (way > 0 && outlet.calls) run.call(outlet.part, true)
  }
  return shutting
}

/**
 * Continues until every outlet has shut, or the step's time is over; an outlet still open then stays in `busy`.
 */
function* untilShut(run: Stepped, busy: Set<Door>, shutting: Map<Door, number>): StepScript {
  const deadline = run.t + RUN_SETTINGS.stepTimeOut
  // The air in the line rushes in first. Outlets that go by their reading look after that.
  const rushed = run.t + LINE_RUSH
  const { instant, due } = RUN_SETTINGS
  while (busy.size > 0 && run.t < deadline - instant) {
    const reading = [...busy].filter((door) => !shutting.has(door))
    const rushing = run.t < rushed - instant
    if (!rushing) {
      const here = run.sim.sample()
      for (const door of reading)
        if (door.past(run.gauge(door.outlet.vessel, here)) >= 0) shutting.set(door, run.t)
    }
    const waiting = rushing && reading.length > 0
    const watches = waiting
      ? []
      : reading.filter((door) => !shutting.has(door)).map((door) => shutsAt(run, door, shutting))
    const next = Math.min(deadline, ...shutting.values(), ...(waiting ? [rushed] : []))
    if (next > run.t + instant) yield { until: next, watches }
    for (const [door, at] of [...shutting]) {
      if (run.t < at - due) continue
      shutting.delete(door)
      shutDoor(run, door, busy)
    }
  }
}

/** Shuts an outlet its reaction time after its reading passes the target. */
const shutsAt = (run: Stepped, door: Door, shutting: Map<Door, number>): Watch => ({
  value: (s) => door.past(run.gauge(door.outlet.vessel, s)),
  act: (t) => {
    shutting.set(door, t + REACTION)
    return 'end'
  },
})

function shutDoor(run: Stepped, door: Door, busy: Set<Door>): void {
  const { outlet } = door
  for (const c of [...outlet.fill, ...outlet.vent]) run.setCommand(c, false)
  busy.delete(door)
  door.shut(run.t)
  // A feed shared with another outlet that is still filling stays open.
  for (const other of busy) if (other.way > 0) for (const c of other.outlet.fill) run.setCommand(c, true)
  run.call(outlet.part, false)
  run.say(`${run.label(outlet.part)}: shut`, outlet.part)
}
