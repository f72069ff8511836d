import { PRACTICE } from '../catalog/practice'
import { REFERENCE_TEMPERATURE, STANDARD_ATMOSPHERE } from '../quantity/constants'
import type { HoldTest } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { look } from './judge'
import { HOLD_PLAN } from './settings'
import type { HoldReading, Verdict } from './types'

/** How long a hold test must run, computed before it begins. SI. */

export interface HoldAsked extends Pick<HoldTest, 'resolution' | 'thermometer' | 'rested' | 'lag'> {
  /** Pa gauge, and K at the start. */
  pressure: number
  temperature: number
  /** How much colder it gets from evening to morning, K, over twelve hours; then it warms up again. */
  night: number
  /** Time between readings, s. */
  every: number
  /** Loss that still counts as tight, Pa/s. */
  allowed: number
}
export interface HoldPlanned {
  /**
   * Seconds until a sound system is found tight, and until one that loses twice the allowed rate is found
   * leaking; null if over three weeks.
   */
  tight: number | null
  leaking: number | null
}

const NIGHT = 12 * 3600
const LONGEST = PRACTICE.longestHold.value

/** Expected readings: the gauge rounds, and the gas follows its surroundings with a lag. */
function readingsOf(asked: HoldAsked, loss: number, count: number): HoldReading[] {
  const { pressure, temperature, night, every, lag, resolution } = asked
  const around = (t: number) => temperature - (night / 2) * (1 - Math.cos((Math.PI * t) / NIGHT))
  // First order: the same swing, smaller and later.
  const w = (Math.PI / NIGHT) * lag
  const inside = (t: number) =>
    temperature - night / 2 + (night / 2 / Math.hypot(1, w)) * Math.cos((Math.PI * t) / NIGHT - Math.atan(w))
  const at20 = ((pressure + STANDARD_ATMOSPHERE) * REFERENCE_TEMPERATURE) / inside(0)
  return Array.from({ length: count }, (_, i) => {
    const t = i * every
    const gauge = ((at20 - loss * t) * inside(t)) / REFERENCE_TEMPERATURE - STANDARD_ATMOSPHERE
    return {
      t,
      pressure: Math.round(gauge / resolution) * resolution,
      temperature: around(t),
      barometer: STANDARD_ATMOSPHERE,
    }
  })
}

/** Seconds until a test with this loss gets its verdict. */
function toldAfter(asked: HoldAsked, loss: number, as: Verdict): number | null {
  const most = Math.min(HOLD_PLAN.mostReadings, Math.floor(LONGEST / asked.every) + 1)
  const all = readingsOf(asked, loss, most)
  const test = { ...asked, readings: [] }
  const isDecided = (count: number) => look(test, all.slice(0, count), asked.allowed).verdict === as
  let enough = 2
  while (enough < most && !isDecided(enough)) enough = Math.min(enough * 2, most)
  if (!isDecided(enough)) return null
  let short = Math.max(Math.floor(enough / 2), 1)
  while (enough - short > 1) {
    const middle = Math.floor((enough + short) / 2)
    if (isDecided(middle)) enough = middle
    else short = middle
  }
  return (enough - 1) * asked.every
}

const SOURCE =
  'The verdict’s own interval, which may be looked at after every reading, on readings as they are on the mean'

/** The same as figures. */
export function holdPlanFigures(asked: HoldAsked): { tight: Figure; leaking: Figure } {
  const { tight, leaking } = planHold(asked)
  const inputs = [
    input('Filled to', asked.pressure, 'pressure'),
    input('Gauge step', asked.resolution, 'pressure'),
    input('Thermometer sure to, K', asked.thermometer, 'plain'),
    input('Read every', asked.every, 'time'),
    input('Colder by the morning, K', asked.night, 'plain'),
    input('Stood before', asked.rested, 'time'),
    input('Loss allowed', asked.allowed, 'pressureLoss'),
  ]
  const figure = (label: string, value: number | null, formula: string): Figure => ({
    label,
    value,
    quantity: 'time',
    formula,
    inputs,
    source: SOURCE,
  })
  return {
    tight: figure('A sound one proves tight after', tight, 'until its interval ends under the loss allowed'),
    leaking: figure(
      'One that loses twice as much, after',
      leaking,
      'until its interval begins over the loss allowed',
    ),
  }
}

/** How long until the verdict, either way, with this gauge, this thermometer and this night. */
export const planHold = (asked: HoldAsked): HoldPlanned => ({
  tight: toldAfter(asked, 0, 'tight'),
  leaking: toldAfter(asked, 2 * asked.allowed, 'leaking'),
})
