import { derive } from './making'
import { HOLD_READ } from '../prove/newHold'
import { READING_UNSAID, type AirPath, type HoldTest, type Plan, type Reading } from '../document/types'
import { QUANTITIES, toSi } from '../quantity/units'
import { coversText } from '../prove/covers'
import { acceptedAs } from '../handover/rules'

/** How the demo's jobs were proved: readings through a night, joints soaped, Fixes accepted by name. */

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
      ...READING_UNSAID,
    }
  })
}

/** A night's temperatures, °C, warm evening to warm noon. */
const NIGHT_OF: Record<string, readonly number[]> = {
  mild: [16, 14, 12.5, 11, 10, 9.5, 9, 9, 10, 12, 14, 15, 16],
  frost: [12, 9, 6, 3, 1, -1, -2, -3, -3, -2, 0, 2, 4, 6, 8, 10, 11, 12],
}

/** A hold test read through a night. `leak` Pa per hour; `step` of the gauge. */
export function heldOvernight(
  plan: Plan,
  of: {
    id: string
    label: string
    side: AirPath
    who: string
    at: string
    from: number
    night: 'mild' | 'frost'
    leak?: number
    step: number
    /** Tolerance of the thermometer, K. */
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
    // Filled in the late afternoon and left to cool first.
    rested: 5400,
    who: of.who,
    gauge: 'The shop’s digital gauge',
    gaugeChecked: '2026-01-05',
    ...(of.thermometer ? { thermometer: of.thermometer } : {}),
    startedAt: of.at,
    covers: coversText(plan.air, derive(plan).stages.air.result.spring, of.side),
    readings: night(of.from, temperatures[0]!, temperatures, 3600 * 1.25, of.leak ?? 0, of.step),
  }
  plan.prove.holds[of.id] = test
}

/** Soap at the first places of the plan's own list, joints first, all dry. */
export function soaped(plan: Plan, count: number, who: string, at: string): void {
  const { joints, places } = derive(plan).stages.prove.result
  const known = new Set(joints.map(({ id }) => id))
  const others = places.filter(({ id }) => !known.has(id)).map(({ id }) => ({ id, of: '' }))
  for (const { id, of } of [...joints, ...others].slice(0, count))
    plan.prove.soap[id] = { finding: 'dry', who, at, of }
}

/** Every Fix of a rule accepted by name, with a reason. */
export function accept(plan: Plan, rule: string, who: string, at: string, reason: string): void {
  for (const note of derive(plan).notes)
    if (note.rule === rule) plan.handover.accepted[acceptedAs(note)] = { who, at, reason }
}

/** Readings of one press: by sight, psi, seconds, amps, volts, or 1 for yes. */
interface Tried {
  press: string
  psi?: Record<string, number>
  other?: Record<string, number>
}
const TRIED: Record<'star-wagon' | 'festival-rig', readonly Tried[]> = {
  'star-wagon': [
    {
      press: 'Hold fill valve up for 4 s, then wait 3 s.',
      psi: { 'up-both:left': 18.5, 'up-both:right': 18.5 },
    },
    { press: 'Touch nothing for 5 minutes.', psi: { 'rest:left': 17.5, 'rest:right': 17.5 } },
    {
      press: 'Hold fill valve down for 8 s, then wait 3 s.',
      psi: { 'down-both:left': 12, 'down-both:right': 12 },
    },
  ],
  'festival-rig': [
    {
      press: 'Key on, engine off. Wait until the compressor stops.',
      psi: { 'charge:tank': 199 },
      other: { 'charge:seconds': 530, 'charge:amps': 30.4, 'charge:volts': 11.5, 'charge:earth': 0.29 },
    },
    {
      press: 'Hold left paddle up for 2 s, then wait 3 s.',
      psi: { 'up-left:left': 32, 'up-left:right': 4 },
    },
    {
      press: 'Hold right paddle up for 2 s, then wait 3 s.',
      psi: { 'up-right:left': 28, 'up-right:right': 30 },
    },
    { press: 'Touch nothing for 5 minutes.', psi: { 'rest:left': 44, 'rest:right': 44 } },
    {
      press: 'Lights on. Read it, and the same pressures at the parts themselves.',
      psi: { 'gauge-gauge:shows-left': 44, 'gauge-gauge:shows-right': 44 },
      other: { 'gauge-gauge:lit': 1 },
    },
    {
      press: 'Let air out by drain until the compressor starts, then shut it and wait until it stops.',
      psi: { 'cut-in:starts': 165, 'cut-in:stops': 199 },
      other: { 'cut-in:runs': 1 },
    },
  ],
}
/** Readings from trying the functions of a demo job. */
export function tried(plan: Plan, of: keyof typeof TRIED, who: string, at: string): void {
  for (const { press, psi = {}, other = {} } of TRIED[of]) {
    const read = {
      ...Object.fromEntries(Object.entries(psi).map(([id, p]) => [id, toSi(p, QUANTITIES.pressure.psi)])),
      ...other,
    }
    for (const [id, value] of Object.entries(read)) plan.prove.functions[id] = { value, who, at, of: press }
  }
}

/** Everything inspected after the road and fine. @param clearance around either spring, m */
export function driven(plan: Plan, clearance: number, who: string, at: string): void {
  for (const { id, quantity } of derive(plan).stages.prove.result.roadChecks)
    plan.prove.road[id] = { found: 'fine', value: quantity === 'length' ? clearance : null, who, at }
}
