import { derive } from './making'
import { HOLD_READ } from '../document/newHold'
import type { AirPath, HoldTest, Plan, Reading } from '../document/types'
import { coversText } from '../prove/covers'
import { acceptedAs } from '../handover/rules'

/** How the demo's jobs were proved: readings through a night, joints soaped, Fixes let go by name. */

/** Readings of a held volume: ideal gas over a night's temperature, a leak, and the gauge's own step. */
function night(
  start: number,
  atStart: number,
  temperatures: readonly number[],
  interval: number,
  leakPerHour: number,
  step: number,
): Reading[] {
  return temperatures.map((celsius, i) => {
    const absolute =
      ((start + 101_325 - (leakPerHour * i * interval) / 3600) * (celsius + 273.15)) / (atStart + 273.15)
    return {
      t: i * interval,
      pressure: Math.round((absolute - 101_325) / step) * step,
      temperature: celsius + 273.15,
      barometer: null,
    }
  })
}

/** A night's temperatures, °C, warm evening to warm noon. */
const NIGHT_OF: Record<string, readonly number[]> = {
  mild: [16, 14, 12.5, 11, 10, 9.5, 9, 9, 10, 12, 14, 15, 16],
  frost: [12, 9, 6, 3, 1, -1, -2, -3, -3, -2, 0, 2, 4, 6, 8, 10, 11, 12],
}

/** A hold test read through a night. `leak` Pa an hour; `step` the gauge's. */
export function heldOvernight(
  plan: Plan,
  of: {
    id: string
    label: string
    side: AirPath
    at: string
    from: number
    night: 'mild' | 'frost'
    leak?: number
    step: number
    /** What the thermometer is sure to, K. */
    thermometer?: number
  },
): void {
  const temperatures = NIGHT_OF[of.night]!
  const test: HoldTest = {
    label: of.label,
    order: Object.keys(plan.prove.holds).length + 1,
    side: of.side,
    volume: null,
    resolution: of.step,
    allowed: 3500,
    heightHeld: true,
    ...HOLD_READ,
    // Filled at the end of the afternoon, and left to cool first.
    rested: 5400,
    ...(of.thermometer ? { thermometer: of.thermometer } : {}),
    startedAt: of.at,
    covers: coversText(plan.air, derive(plan).stages.air.result.spring, of.side),
    readings: night(of.from, temperatures[0]!, temperatures, 3600 * 1.25, of.leak ?? 0, of.step),
  }
  plan.prove.holds[of.id] = test
}

/** Soap at the first places of the plan's own list, joints first, dry at every one. */
export function soaped(plan: Plan, count: number, who: string, at: string): void {
  const { joints, places } = derive(plan).stages.prove.result
  const known = new Set(joints.map(({ id }) => id))
  const others = places.filter(({ id }) => !known.has(id)).map(({ id }) => ({ id, of: '' }))
  for (const { id, of } of [...joints, ...others].slice(0, count))
    plan.prove.soap[id] = { finding: 'dry', who, at, of }
}

/** Every Fix of a rule let go by name, with a reason. */
export function accept(plan: Plan, rule: string, who: string, at: string, reason: string): void {
  for (const note of derive(plan).notes)
    if (note.rule === rule) plan.handover.accepted[acceptedAs(note)] = { who, at, reason }
}
