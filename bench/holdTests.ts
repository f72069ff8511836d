import { randomNumbers } from '../core/quantity/random'
import { look } from '../core/prove/judge'
import type { HoldReading } from '../core/prove/types'

/**
 * How often a hold test that is read after every reading errs: simulated tests of tight systems, of ones that
 * lose what is allowed and of ones that lose twice that, with a real gauge and thermometer. Prints one JSON row
 * a case; `bench/holdTests.mjs` shows them.
 */

const PSI = 6894.757
const ALLOWED = 3500 / 86_400
const DAY = 86_400
const MOST = 60
/** Numbers of readings after which the rows report. */
const TOLD_AT = [3, 10, 30, 60]

interface Case {
  /** Gauge step, psi; swing through the day, ± K; lag of the air inside, s; warmth left from filling, K. */
  step: number
  swing: number
  lag: number
  warm: number
}

/** One simulated test: air in a rigid vessel that loses `loss` Pa/s at 20 °C. */
function simulate(c: Case, loss: number, next: () => number): HoldReading[] {
  const every = [300, 900, 1800, 3600][Math.floor(next() * 4)]!
  const phase = next() * 2 * Math.PI
  const around = (t: number) => 288.15 + c.swing * Math.cos((2 * Math.PI * t) / DAY + phase)
  // The air inside follows first order: the same swing, smaller and later, plus the warmth left from filling.
  const w = (2 * Math.PI * c.lag) / DAY
  const inside = (t: number) =>
    288.15 +
    (c.swing / Math.sqrt(1 + w * w)) * Math.cos((2 * Math.PI * t) / DAY + phase - Math.atan(w)) +
    c.warm * Math.exp(-t / Math.max(c.lag, 600))
  const p20 = 300_000 + next() * 400_000 + 101_325
  const step = c.step * PSI
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  return Array.from({ length: MOST }, (_, i) => {
    const t = i * every
    const pressure = ((p20 - loss * t) * inside(t)) / 293.15 - 101_325
    return {
      t,
      pressure: Math.round(pressure / step) * step,
      // Accuracy of the thermometer: 0.3 K.
      temperature: around(t) + 0.3 * normal(),
      barometer: null,
    }
  })
}

/** Verdicts after each reading, counted by the number of readings. */
function lookOn(readings: readonly HoldReading[], step: number): { said: string; at: number } | null {
  const test = { readings: [], resolution: step * PSI, thermometer: 0.3, rested: null, lag: 1800 }
  for (let n = 2; n <= readings.length; n++) {
    const { verdict } = look(test, readings.slice(0, n), ALLOWED)
    // The test ends at the first verdict.
    if (verdict !== 'cannot tell') return { said: verdict, at: n }
  }
  return null
}

const TRIALS = Number(process.argv[2] ?? 400)
const rows = []
for (const [name, swing, lag, warm] of [
  ['still', 0, 0, 0],
  ['still, warm from filling', 0, 1800, 12],
  ['cold night, ±6 K', 6, 1200, 0],
  ['cold night, warm from filling', 6, 1800, 12],
  ['sunny, ±10 K, 40 min late', 10, 2400, 0],
] as const)
  for (const step of [0.1, 0.5, 1, 5]) {
    const next = randomNumbers(step * 1000 + swing)
    const run = (loss: number) =>
      Array.from({ length: TRIALS }, () => lookOn(simulate({ step, swing, lag, warm }, loss, next), step))
    const share = (of: ReturnType<typeof run>, said: string, by = MOST) =>
      of.filter((one) => one?.said === said && one.at <= by).length / TRIALS
    const [sound, limit, twice] = [run(0), run(ALLOWED), run(2 * ALLOWED)]
    rows.push({
      case: name,
      step,
      falseLeaking: share(limit, 'leaking'),
      falseTight: share(twice, 'tight'),
      tightBy: TOLD_AT.map((n) => share(sound, 'tight', n)),
      leakingBy: TOLD_AT.map((n) => share(twice, 'leaking', n)),
    })
  }
console.log(JSON.stringify(rows))
