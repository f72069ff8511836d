import { PRACTICE } from '../../catalog/practice'
import type { Sample, Watch } from '../dynamics/network'
import { RUN_SETTINGS } from './settings'
import type { Outlet, RunFacts } from './types'

/** Settings of a levelling controller: s, m, s. */
export interface Controller {
  delay: number
  band: number
  timeOut: number
}

/** What a controller may do to the circuit. */
export interface Levelled {
  readonly t: number
  readonly facts: RunFacts
  setCommand(command: string, open: boolean): void
  call(outlet: string, on: boolean): void
  say(text: string, part: string): void
  label(id: string): string
}

const CONTENT = PRACTICE.levellingContent.value

/** How far a corner, or the mean of both, is below its held height, m at the wheel. */
export function heightMissing({ levelAt }: RunFacts, sides: Outlet['sides'], s: Sample): number {
  const missing = sides.reduce((sum, side) => sum + levelAt[side] - s.height[side], 0)
  return (missing / sides.length) * levelAt.perHeight
}

/** Waits, acts, is satisfied near its height, and gives up after its time. */
export class Levelling {
  private readonly at = new Map<string, { since: number; way: 1 | -1; working: boolean }>()

  constructor(
    private readonly controller: Controller,
    private readonly outlets: readonly Outlet[],
  ) {}

  /** Does what is due; returns when to check again at the latest, s. */
  act(run: Levelled, s: Sample): number {
    return Math.min(
      Infinity,
      ...this.outlets.map((o) => this.actOn(o, run, heightMissing(run.facts, o.sides, s))),
    )
  }

  private actOn(o: Outlet, run: Levelled, missing: number): number {
    const { band, delay, timeOut } = this.controller
    const { instant } = RUN_SETTINGS
    const at = this.at.get(o.part)
    if (at?.working) {
      const done = missing * at.way <= band * CONTENT
      if (!done && run.t < at.since + timeOut - instant) return at.since + timeOut
      for (const c of at.way > 0 ? o.fill : o.vent) run.setCommand(c, false)
      run.call(o.part, false)
      this.at.delete(o.part)
      run.say(`${run.label(o.part)}: ${done ? 'level' : 'gives up'}`, o.part)
      return Infinity
    }
    if (Math.abs(missing) <= band) {
      this.at.delete(o.part)
      return Infinity
    }
    const since = at?.since ?? run.t
    const way = missing > 0 ? 1 : -1
    if (run.t < since + delay - instant) {
      this.at.set(o.part, { since, way, working: false })
      return since + delay
    }
    this.at.set(o.part, { since: run.t, way, working: true })
    for (const c of way > 0 ? o.fill : o.vent) run.setCommand(c, true)
    if (way > 0 && o.calls) run.call(o.part, true)
    run.say(`${run.label(o.part)}: ${way > 0 ? 'fill' : 'vent'}`, o.part)
    return run.t + timeOut
  }

  /** Forgets what it was doing, as after a rest. */
  forget(): void {
    this.at.clear()
  }

  /** Where a corner leaves the band, or one that is working is satisfied. */
  watches(facts: RunFacts): Watch[] {
    const { band } = this.controller
    const end = () => 'end' as const
    return this.outlets.flatMap((o): Watch[] => {
      const at = this.at.get(o.part)
      if (at?.working) {
        const mark = band * CONTENT * at.way
        return [{ value: (s) => heightMissing(facts, o.sides, s) - mark, act: end }]
      }
      return [1, -1].map((way) => ({
        value: (s) => heightMissing(facts, o.sides, s) - band * way * RUN_SETTINGS.pastBand,
        act: end,
      }))
    })
  }
}
