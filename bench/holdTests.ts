import { randomNumbers } from '../core/quantity/random'
import { judgeHold } from '../core/prove/judge'
import type { HoldReading } from '../core/prove/types'

/**
 * How often a hold test errs: thousands of simulated tests of tight systems and of ones that lose twice what is allowed,
 * read with a real gauge and thermometer. Prints one JSON row a case; `bench/holdTests.mjs` shows them.
 */

const PSI = 6894.757
const ALLOWED = 3500 / 86_400
const DAY = 86_400
const VOLUME = 0.004

interface Case {
  /** Gauge step, psi; readings; swing through the day, ± K; lag of the air inside, s; warmth left from filling, K. */
  step: number
  count: number
  swing: number
  lag: number
  warm: number
}

/** One simulated test: air in a rigid vessel that loses `loss` Pa/s at 20 °C. */
function simulate(c: Case, loss: number, next: () => number): HoldReading[] {
  const hours = [4, 8, 12, 16, 24][Math.floor(next() * 5)]!
  const phase = next() * 2 * Math.PI
  const around = (t: number) => 288.15 + c.swing * Math.cos((2 * Math.PI * t) / DAY + phase)
  // Air inside follows first order: the same swing, smaller and later, and what is left from filling.
  const w = (2 * Math.PI * c.lag) / DAY
  const inside = (t: number) =>
    288.15 +
    (c.swing / Math.sqrt(1 + w * w)) * Math.cos((2 * Math.PI * t) / DAY + phase - Math.atan(w)) +
    c.warm * Math.exp(-t / Math.max(c.lag, 600))
  const p20 = 300_000 + next() * 400_000 + 101_325
  const step = c.step * PSI
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())
  return Array.from({ length: c.count }, (_, i) => {
    const t = (i * hours * 3600) / (c.count - 1)
    const pressure = ((p20 - loss * t) * inside(t)) / 293.15 - 101_325
    return {
      t,
      pressure: Math.round(pressure / step) * step,
      // The thermometer is sure to 0.3 K.
      temperature: around(t) + 0.3 * normal(),
      barometer: null,
    }
  })
}

const TRIALS = Number(process.argv[2] ?? 2000)
const rows = []
for (const [name, swing, lag, warm] of [
  ['no swing', 0, 0, 0],
  ['±3 K', 3, 0, 0],
  ['±6 K', 6, 0, 0],
  ['±6 K, 30 min late', 6, 1800, 0],
  ['warm from filling', 0, 1800, 12],
  ['warm, ±6 K, late', 6, 1800, 12],
] as const)
  for (const step of [0.1, 0.5, 1])
    for (const count of [2, 3, 5, 8, 15]) {
      const next = randomNumbers(step * 1000 + count)
      const of = { step, count, swing, lag, warm }
      const judge = (loss: number) => {
        const readings = simulate(of, loss, next)
        const test = { readings, resolution: step * PSI, thermometer: 0.3, rested: null, lag: 1800 }
        return judgeHold(test, VOLUME, ALLOWED).leak.verdict
      }
      let [falseLeaking, falseTight, tight, leaking] = [0, 0, 0, 0]
      for (let i = 0; i < TRIALS; i++) {
        const sound = judge(0)
        if (sound === 'leaking') falseLeaking++
        if (sound === 'tight') tight++
        const bad = judge(2 * ALLOWED)
        if (bad === 'tight') falseTight++
        if (bad === 'leaking') leaking++
      }
      rows.push({
        case: name,
        step,
        readings: count,
        falseLeaking: falseLeaking / TRIALS,
        falseTight: falseTight / TRIALS,
        tight: tight / TRIALS,
        leaking: leaking / TRIALS,
      })
    }
console.log(JSON.stringify(rows))
